import { hexFromLabD50 } from '@/core/colour';
import { measureFlatColours } from '@/core/picture';
import { failure, success, type Outcome } from '@/core/units';
import { sampleMap, SAMPLE_PRINTS, SAMPLE_SIZE_MM, withWay, type SamplePrint } from '@/derived';
import { emptyPlan, type FlatColour } from '@/model';
import type { Store } from '@/store';
import { keepLabels } from './labels';
import { bringInPicture, placeAgain } from './pictures';
import { createPrint, editPrint, printState } from './prints';

/** The one that shows most: six colours, a fine mast, small windows. */
const SAMPLE = SAMPLE_PRINTS.find(({ id }) => id === 'lamps')!;

/** Puts a made-up print on the shelf, planned and nothing of it cut, for whoever has none yet; gives its id. */
export async function beginSample(db: Store, now: string): Promise<Outcome<string>> {
  const begun = createPrint(db, SAMPLE.name, now, withWay(emptyPlan(), 'reduction light first', true));
  if (!begun.ok) return begun;
  const id = begun.value,
    { widthMm, heightMm } = SAMPLE_SIZE_MM;
  const brought = await bringInPicture(db, id, Buffer.from(svgOf(SAMPLE)), `${SAMPLE.id}.svg`, now);
  if (!brought.ok) return brought;
  const whole = { turnDeg: 0, mirrored: false, crop: { x: 0, y: 0, width: 1, height: 1 } };
  const placed = await placeAgain(db, id, { ...whole, widthMm, heightMm }, now);
  if (!placed.ok) return placed;
  const state = printState(db, id);
  if (!state.ok) return state;
  const { mmPerPx } = state.value.plan.picture!.raster,
    map = sampleMap(SAMPLE, mmPerPx),
    figures = measureFlatColours(map, SAMPLE.colours.length, mmPerPx, undefined, false);
  if (!figures) return failure('flatten-too-broken.thePictureBreaksUp');
  const colours = SAMPLE.colours.map(({ name, labD50 }, label): FlatColour => {
    const { areaShare, islandCount } = figures[label];
    return { id: `c${label + 1}`, name, wantedLabD50: labD50, areaShare, islandCount };
  });
  const flat = {
    labelsSha: keepLabels(db, map, now),
    settings: { colourCount: colours.length, radiusMm: 0, minIslandMm2: 0 },
    ...{ colours, barePaperId: 'c1', handChanges: 0 },
  };
  const flattened = editPrint(db, id, { kind: 'shapes-changed', flat, how: 'flattened' }, now);
  return flattened.ok ? success(id) : flattened;
}

/** The sample's shapes as a drawing. */
function svgOf({ colours, shapes }: SamplePrint): string {
  const { widthMm, heightMm } = SAMPLE_SIZE_MM;
  const polygons = shapes.map(
    ([colour, outline]) =>
      `<polygon points="${outline.map((mm) => mm.toFixed(2)).join(' ')}" fill="${hexFromLabD50(colours[colour].labD50)}"/>`,
  );
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${widthMm}mm" height="${heightMm}mm" viewBox="0 0 ${widthMm} ${heightMm}">
<rect width="${widthMm}" height="${heightMm}" fill="${hexFromLabD50(colours[0].labD50)}"/>
${polygons.join('\n')}
</svg>`;
}
