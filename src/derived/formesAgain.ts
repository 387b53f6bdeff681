import { phrase } from '@/core/units';
import { MOST } from '@/model/ranges';
import { failure, type EditOf, type Failure, type Forme, type Plan, type Run } from '@/model';

/**
 * The same cut laid again in its run, as a grid from where this forme lies; what was laid from that cut before is laid anew. One column and
 * one row: once. Films over one another where copies overlap, each print of the block a press of its own.
 */
export function withFormeAgain(plan: Plan, edit: EditOf<'forme-again'>): Plan | Failure {
  const { formeId, columns, rows } = edit;
  const run = plan.runs.find(({ formes }) => formes.some(({ id }) => id === formeId));
  if (!run) return failure('edit-gone', { what: phrase('applyEdit.theForme') });
  const forme = run.formes.find(({ id }) => id === formeId)!,
    others = run.formes.filter(({ cutId }) => cutId !== forme.cutId);
  if (columns * rows + others.length > MOST.formes)
    return failure('again.tooMany', { columns, rows, most: MOST.formes - others.length });
  const elsewhere = plan.runs.flatMap(({ formes }) => formes).filter((one) => !run.formes.includes(one));
  const numbers = freeCopies(forme, [...others, ...elsewhere], columns * rows - 1);
  const laid = [forme, ...numbers.map((number, i) => copyOf(forme, i + 1, number, edit))];
  return { ...plan, runs: plan.runs.map((one) => (one === run ? { ...run, formes: [...laid, ...others] } : one)) };
}

/** What a copy is named by: the forme it was first laid as, and its number. */
const COPY = /-again-(\d+)$/;
const copyName = (name: string, number: number) => `${name.replace(COPY, '')}-again-${number}`;

/** Numbers for so many copies that neither the forme itself, which keeps its name, nor any other has. */
function freeCopies(forme: Forme, others: readonly Forme[], count: number): number[] {
  const names = ({ id, inkings }: Forme) => [id, ...inkings.map((inking) => inking.id)];
  const taken = new Set([forme, ...others].flatMap(names));
  const numbers: number[] = [];
  for (let number = 2; numbers.length < count; number++)
    if (!names(forme).some((name) => taken.has(copyName(name, number)))) numbers.push(number);
  return numbers;
}

function copyOf(forme: Forme, i: number, number: number, { columns, stepMm, turnDeg }: EditOf<'forme-again'>): Forme {
  const again = (name: string) => copyName(name, number);
  return {
    ...forme,
    id: again(forme.id),
    offsetMm: {
      xMm: micron(forme.offsetMm.xMm + (i % columns) * stepMm.xMm),
      yMm: micron(forme.offsetMm.yMm + Math.floor(i / columns) * stepMm.yMm),
    },
    turnDeg: turned(forme.turnDeg + i * turnDeg),
    inkings: forme.inkings.map((inking) => ({ ...inking, id: again(inking.id) })),
  };
}

const micron = (mm: number) => Math.round(mm * 1000) / 1000;

/** From −180 (not) to 180. */
function turned(deg: number): number {
  const round = ((deg % 360) + 360) % 360;
  return round > 180 ? round - 360 : round;
}

/** How often a block is pressed onto a sheet in a run: each impression of each place its cut is laid in. */
export function pressesOf({ formes, impressions }: Pick<Run, 'formes' | 'impressions'>): number {
  const times = new Map<string | null, number>();
  for (const { cutId } of formes) times.set(cutId, (times.get(cutId) ?? 0) + 1);
  return impressions * Math.max(1, ...times.values());
}
