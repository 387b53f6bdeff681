import { sawnBlock } from '@/core/cutting';
import { printMapOf } from '@/core/layers';
import { looksOfPlan, printTaskOf, SAMPLE_PRINTS, sampleMap, samplePlan, seamRuleOf, withWay } from '@/derived';
import { typeOutlines } from '@/server';
import { ms, timed } from '../page';

const MM_PER_PX = 0.05;
const SAMPLE = SAMPLE_PRINTS.find(({ id }) => id === 'lamps')!;

/** A block sawn apart, its print map and looks, a cut laid in a grid, and a line of type set. */
export function piecesReport(): string {
  const plan = withWay(samplePlan(SAMPLE), 'jigsaw', true),
    side = plan.blocks[0].sides[0],
    map = sampleMap(SAMPLE, MM_PER_PX);
  const rule = { ...seamRuleOf(plan, side)!, leastPx: 0 },
    task = { ...printTaskOf(plan).task, seams: [{ rule, px: side.saw!.widthMm / MM_PER_PX }] };
  const sawn = sawnBlock(map, rule, side.saw!.widthMm, MM_PER_PX)!;
  const made = printMapOf(map, task)!,
    sheet = {
      ...{ parts: made.parts, effects: printTaskOf(plan).effects },
      share: made.areaPx.map((px) => px / map.labels.length),
    };
  // left whole, all its inks meet on the block: strips as wide on this finer map as they are planned
  const { task: unsawn } = printTaskOf({ ...plan, blocks: [{ ...plan.blocks[0], sides: [{ ...side, saw: null }] }] }),
    finer = plan.picture!.raster.mmPerPx / MM_PER_PX,
    strips = unsawn.strips!.map(({ px, groups }) => ({ px: px.map((reach) => reach * finer), groups }));
  const film = { labels: [1, 2, 3], has: [], lacks: [], turnDeg: 0 };
  const grid = Array.from({ length: 24 }, (_, i) => ({ ...film, dxPx: 90 * (i % 6), dyPx: 70 * Math.floor(i / 6) }));
  const line = { text: 'Three Lamps on the Quay, printed in the cold week', face: 'slab', sizePt: 18 } as const;
  return `${map.width} × ${map.height} px, sawn into ${sawn.pieces.length} pieces:

| | |
|---|---|
| pieces found, measured and looked over | ${ms(timed(() => sawnBlock(map, rule, side.saw!.widthMm, MM_PER_PX)))} |
| print map with the lines of the saw | ${ms(timed(() => printMapOf(map, task)))} |
| print map with ${strips[0].groups.length} pairs of inks that meet on the block, ${strips[0].px.length} strips each | ${ms(timed(() => printMapOf(map, { ...unsawn, strips })))} |
| looks with the lines of the saw | ${ms(timed(() => looksOfPlan({ ...plan }, [], sheet)))} |
| print map with a cut laid 24 times | ${ms(timed(() => printMapOf(map, { ...task, seams: [], moved: grid })))} |
| a line of ${line.text.length} letters set | ${ms(timed(() => typeOutlines(line)))} |
`;
}
