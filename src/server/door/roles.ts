import { mayDo, VIEW_ROLES, type BenchEvent, type PlanEdit, type Role } from '@/model';

/**
 * Who may ask what: for every page and every handler of the application the least role that may. Written as the folders of `app` are;
 * further rows are for some names of an address only (`*` within a name: anything), and the row that says most counts. A way in
 * without a row of its own fails the build, and nobody but the machine itself comes through it.
 */
export const ROUTE_ROLES: Readonly<Record<string, Role>> = {
  'GET /': 'look',
  'GET /new': 'desk',
  'GET /inks': 'desk',
  'GET /shopping': 'desk',
  'GET /days': 'desk',
  'GET /workshop': 'desk',
  'GET /whereabouts': 'desk',
  'GET /machine': 'machine',
  'GET /print/[id]': 'look',
  'GET /words/[file]': 'look',
  'GET /glossary': 'look',
  'GET /manifest.webmanifest': 'look',
  ...viewRoutes(),

  'GET /api/shelf': 'look',
  'POST /api/prints': 'desk',
  'POST /api/sample': 'desk',
  'POST /api/bundles': 'desk',
  'GET /api/prints/[id]': 'look',
  'PUT /api/prints/[id]': 'bench',
  'PATCH /api/prints/[id]': 'desk',
  'DELETE /api/prints/[id]': 'desk',
  'GET /api/prints/[id]/changes': 'look',
  'POST /api/prints/[id]/log': 'bench',
  'POST /api/prints/[id]/again': 'desk',
  'POST /api/prints/[id]/labels': 'desk',
  'POST /api/prints/[id]/picture': 'desk',
  'PUT /api/prints/[id]/picture': 'desk',
  'POST /api/prints/[id]/photographs': 'bench',
  'POST /api/prints/[id]/scale': 'bench',
  'POST /api/prints/[id]/scan': 'bench',
  'POST /api/prints/[id]/[step]': 'desk',
  'POST /api/prints/[id]/slip': 'bench',
  'GET /api/prints/[id]/files/[file]': 'desk',
  'GET /api/prints/[id]/files/look-*.png': 'look',
  'GET /api/prints/[id]/files/stations-*.pdf': 'look',
  'GET /api/prints/[id]/files/card-*.pdf': 'bench',
  'GET /api/prints/[id]/files/booklet.*': 'bench',
  'GET /api/prints/[id]/files/lid-*.pdf': 'bench',
  'GET /api/prints/[id]/files/chips-*.pdf': 'bench',
  'GET /api/prints/[id]/files/jig.*': 'bench',
  'GET /api/prints/[id]/files/ledger.csv': 'bench',
  'GET /api/prints/[id]/files/drawing-*': 'bench',
  'GET /api/prints/[id]/files/mask-*': 'bench',
  'GET /api/prints/[id]/files/fade-*': 'bench',
  'GET /api/prints/[id]/files/registration.pdf': 'bench',
  'GET /api/blobs/[sha]': 'look',

  'GET /api/cabinet': 'look',
  'POST /api/cabinet': 'desk',
  'PUT /api/cabinet/[id]': 'desk',
  'DELETE /api/cabinet/[id]': 'desk',
  'POST /api/cabinet/[id]': 'desk',
  'GET /api/cabinet/files/[file]': 'desk',
  'POST /api/cabinet/import': 'desk',
  'GET /api/pots': 'bench',
  'GET /api/recipes': 'bench',
  'GET /api/recipes/[file]': 'desk',
  'GET /api/workshop': 'look',
  'POST /api/workshop': 'desk',
  'PUT /api/workshop/[id]': 'desk',
  'DELETE /api/workshop/[id]': 'desk',
  'POST /api/workshop/[id]': 'desk',
  'POST /api/workshop/daysoff': 'desk',
  'GET /api/days': 'bench',
  'GET /api/calendar.ics': 'desk',
  'GET /api/shopping.csv': 'desk',
  'GET /api/show.csv': 'desk',
  'GET /api/practice': 'look',
  'POST /api/practice': 'bench',

  'GET /api/room': 'bench',
  'GET /api/scale': 'bench',
  'POST /api/scale': 'bench',
  'POST /api/reader': 'bench',
  'POST /api/reader/file': 'bench',
  'POST /api/scans': 'bench',
  'POST /api/type': 'desk',

  'GET /api/copies': 'machine',
  'POST /api/copies': 'machine',
  'PUT /api/copies': 'machine',
  'GET /api/copies/[name]': 'machine',
  'POST /api/copies/[name]': 'machine',
  'GET /api/archive': 'machine',
  'POST /api/archive': 'machine',
  'GET /api/devices': 'machine',
  'PUT /api/devices': 'machine',
  'POST /api/devices': 'machine',
  'DELETE /api/devices/[id]': 'machine',
};

function viewRoutes(): Record<string, Role> {
  return Object.fromEntries(Object.entries(VIEW_ROLES).map(([view, role]) => [`GET /print/[id]/${view}`, role]));
}

/** What is no route of ours: the programs, faces and styles of the pages, which Next serves. */
const BESIDE: Readonly<Record<string, Role>> = {
  'GET /_next/static/**': 'look',
  'GET /icon.svg': 'look',
  'GET /icons/**': 'look',
  'GET /sw.js': 'look',
};

/** Edits of the plan that belong to work at the bench; all others want a desk. */
const BENCH_EDITS: ReadonlySet<PlanEdit['kind']> = new Set(['trial-taken', 'register-set', 'sides-drawn']);
/** Acts on finished prints that want a desk; all others are of the bench. */
const DESK_ACTS: ReadonlySet<string> = new Set<BenchEvent['act']['kind']>(['numbered', 'moved-to', 'block-ended']);

/** Whether a role may change a plan so; `kind` as it was sent, checked by nobody yet. */
export function mayEdit(role: Role, kind: unknown): boolean {
  return mayDo(role, BENCH_EDITS.has(kind as PlanEdit['kind']) ? 'bench' : 'desk');
}

/** Whether a role may log an act of this kind. */
export function mayLog(role: Role, kind: unknown): boolean {
  return mayDo(role, DESK_ACTS.has(String(kind)) ? 'desk' : 'bench');
}

interface Row {
  readonly method: string;
  readonly segments: readonly string[];
  readonly role: Role;
}

const rows: readonly Row[] = Object.entries({ ...ROUTE_ROLES, ...BESIDE })
  .map(([route, role]): Row => {
    const [method, path] = route.split(' ');
    return { method, segments: path.split('/').slice(1), role };
  })
  .sort((a, b) => saysMore(b) - saysMore(a));

/** How much a row says: whole names before parts of names before any name. */
function saysMore({ segments }: Row): number {
  return segments.reduce((sum, segment) => sum * 4 + (segment.startsWith('[') ? 1 : segment.includes('*') ? 2 : 3), 0);
}

/**
 * The least role that may ask for `path` (as it stands in a request, without its query) by `method`; undefined where no row of the table
 * is about it, or where the path is written so that others could read it otherwise.
 */
export function leastRole(method: string, path: string): Role | undefined {
  const asked = method === 'HEAD' ? 'GET' : method;
  const segments = plainSegments(path);
  return segments && rows.find((row) => row.method === asked && fits(row.segments, segments))?.role;
}

/** A path's names, decoded; undefined for those with empty names, dots, or slashes that were hidden. */
function plainSegments(path: string): string[] | undefined {
  if (!path.startsWith('/')) return undefined;
  if (path === '/') return [''];
  try {
    const segments = path.slice(1).split('/').map(decodeURIComponent);
    return segments.some((one) => one === '' || one === '.' || one === '..' || /[/\\\0]/.test(one))
      ? undefined
      : segments;
  } catch {
    return undefined;
  }
}

function fits(pattern: readonly string[], segments: readonly string[]): boolean {
  if (pattern.at(-1) === '**')
    return segments.length >= pattern.length && pattern.slice(0, -1).every((p, i) => p === segments[i]);
  return pattern.length === segments.length && pattern.every((p, i) => fitsOne(p, segments[i]));
}

function fitsOne(pattern: string, segment: string): boolean {
  if (pattern.startsWith('[')) return true;
  const star = pattern.indexOf('*');
  if (star < 0) return pattern === segment;
  const [before, after] = [pattern.slice(0, star), pattern.slice(star + 1)];
  return segment.length >= before.length + after.length && segment.startsWith(before) && segment.endsWith(after);
}
