/** `npm run tokens`: writes src/ui/theme/tokens.css from tokens.ts; a unit test holds the two together. */
import { writeFileSync } from 'node:fs';
import { tokensCss } from '../src/ui/theme/tokens';

writeFileSync(new URL('../src/ui/theme/tokens.css', import.meta.url), tokensCss());
