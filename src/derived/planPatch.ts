import type { PatchStep, Plan } from '@/model';

type Rec = Readonly<Record<string, unknown>>;
const isRecord = (value: unknown): value is Rec => typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * What makes `after` of `before`, step by step: values set, fields taken away, stretches of lists put in the place of others. Both
 * are as JSON holds them. Costs one walk over both.
 */
export function patchBetween(before: Plan, after: Plan): PatchStep[] {
  const steps: PatchStep[] = [];
  walk(before, after, [], steps);
  return steps;
}

function walk(before: unknown, after: unknown, path: readonly (string | number)[], steps: PatchStep[]): void {
  if (Object.is(before, after)) return;
  if (Array.isArray(before) && Array.isArray(after)) return walkLists(before, after, path, steps);
  if (!isRecord(before) || !isRecord(after)) return void steps.push({ path, value: after as PatchStep['value'] });
  for (const key of Object.keys(before))
    if (absent(after, key) && !absent(before, key)) steps.push({ path: [...path, key] });
  for (const key of Object.keys(after))
    if (!absent(after, key)) {
      if (absent(before, key)) steps.push({ path: [...path, key], value: after[key] as PatchStep['value'] });
      else walk(before[key], after[key], [...path, key], steps);
    }
}

/** JSON does not keep fields without a value. */
const absent = (record: Rec, key: string) => record[key] === undefined;

function walkLists(
  before: readonly unknown[],
  after: readonly unknown[],
  path: readonly (string | number)[],
  steps: PatchStep[],
): void {
  if (before.length === after.length) return before.forEach((one, i) => walk(one, after[i], [...path, i], steps));
  const shorter = Math.min(before.length, after.length);
  const alike = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
  let head = 0;
  while (head < shorter && alike(before[head], after[head])) head++;
  let tail = 0;
  while (tail < shorter - head && alike(before[before.length - 1 - tail], after[after.length - 1 - tail])) tail++;
  steps.push({
    path,
    at: head,
    drop: before.length - head - tail,
    value: after.slice(head, after.length - tail),
  });
}

/**
 * The plan with a patch; what no step touches stays the very same object.
 * @throws RangeError when the patch was made for another plan
 */
export function withPatch(plan: Plan, steps: readonly PatchStep[]): Plan {
  return steps.reduce<unknown>((whole, step) => patched(whole, step, 0), plan) as Plan;
}

function patched(value: unknown, step: PatchStep, depth: number): unknown {
  const { path, at, drop } = step;
  if (depth === path.length) {
    if (at === undefined || drop === undefined) return step.value;
    if (!Array.isArray(value) || at + drop > value.length) throw new RangeError('a patch for another plan');
    return [
      ...(value as unknown[]).slice(0, at),
      ...(step.value as unknown[]),
      ...(value as unknown[]).slice(at + drop),
    ];
  }
  const key = path[depth];
  if (Array.isArray(value) && typeof key === 'number' && key < value.length)
    return value.map((one: unknown, i) => (i === key ? patched(one, step, depth + 1) : one));
  if (!isRecord(value) || typeof key !== 'string') throw new RangeError('a patch for another plan');
  if (depth + 1 === path.length && !('value' in step)) {
    const { [key]: _, ...rest } = value;
    return rest;
  }
  return { ...value, [key]: patched(value[key], step, depth + 1) };
}
