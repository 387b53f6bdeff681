/** Width of the small pictures of a sheet that the server makes, px: shelf and run line ask for the same. */
const LOOK_PX = 224;

/** Where the sheet after a run is to be had as a picture, in a colourway where one is named; `as` changes whenever the print may look otherwise. */
export function lookUrl(printId: string, run: number, as: string, widthPx = LOOK_PX, colourwayId?: string): string {
  const inks = colourwayId ? `&colourway=${encodeURIComponent(colourwayId)}` : '';
  return `/api/prints/${printId}/files/look-${run}.png?width=${widthPx}${inks}&v=${as}`;
}
