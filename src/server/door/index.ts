/** What stands before the application, bundled for the program that serves it. */
export { Door, refuse } from './door';
export { certificateOf } from './certificate';
export { hasDesktop, isLoopback } from './network';
export { namedHosts, NO_RIGHTS, pagePolicy } from './gate';
export { leastRole, ROUTE_ROLES } from './roles';
export { openMachine } from '@/store';
export { languageOf, learnLanguages, speaking } from '../speaking';
export { doorWords } from '@/words/door';
export { toldByServer } from '@/words/refusals';
