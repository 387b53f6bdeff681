import { oneOf } from '../fields';

/** Which kind of act a record is. */
export const kind = <Kind extends string>(name: Kind) => oneOf([name] as const);
