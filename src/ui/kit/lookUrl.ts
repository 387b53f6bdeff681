/** Width of the small pictures of a sheet that the server makes, px: shelf and run line ask for the same. */
const LOOK_PX = 224;

/** Where the sheet after a run is to be had as a small picture; `as` changes whenever the print may look otherwise. */
export function lookUrl(printId: string, run: number, as: string): string {
  return `/api/prints/${printId}/files/look-${run}.png?width=${LOOK_PX}&v=${as}`;
}
