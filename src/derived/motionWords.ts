import { type Motion } from '@/core/registration';

/** How a run lies against another, in words. */
export function wordsForMotion(
  motion: Motion,
  image: { readonly widthMm: number; readonly heightMm: number },
  run: string,
): string {
  const mm = (v: number) => `${(Math.round(Math.abs(v) * 100) / 100).toFixed(Math.abs(v) < 1 ? 2 : 1)} mm`;
  const shifts = [
    Math.abs(motion.dxMm) >= 0.05 ? `${mm(motion.dxMm)} too far ${motion.dxMm > 0 ? 'right' : 'left'}` : '',
    Math.abs(motion.dyMm) >= 0.05 ? `${mm(motion.dyMm)} too ${motion.dyMm > 0 ? 'low' : 'high'}` : '',
  ].filter(Boolean);
  const turned =
    Math.abs(motion.rotationDeg) >= 0.02
      ? `is turned ${Math.abs(motion.rotationDeg).toFixed(2)}° ${motion.rotationDeg > 0 ? 'clockwise' : 'anticlockwise'}`
      : '';
  const place = shifts.length > 0 ? `lies ${shifts.join(' and ')}` : '';
  const grown = [
    [motion.growthX * image.widthMm, 'across'],
    [motion.growthY * image.heightMm, 'down'],
  ] as const;
  const growth = grown
    .filter(([v]) => Math.abs(v) >= 0.1)
    .map(
      ([v, way]) =>
        `${mm(v)} ${v > 0 ? 'larger' : 'smaller'} ${way} the image than what it lies on (the paper has ${v > 0 ? 'shrunk' : 'grown'} since, or the block has ${v > 0 ? 'swollen' : 'shrunk'})`,
    );
  const said = [place, turned].filter(Boolean).join(' and ');
  return `${run} ${[said, growth.length ? `is ${growth.join('; ')}` : ''].filter(Boolean).join('; ') || 'lies in register: nothing over 0.05 mm and 0.02°'}.`;
}

/** What to do about a block or sheet that has grown: shims do not help. */
export function growthAdvice(
  motion: Motion,
  image: { readonly widthMm: number; readonly heightMm: number },
  wood: boolean,
): string | undefined {
  const across = motion.growthX * image.widthMm,
    down = motion.growthY * image.heightMm;
  const most = Math.abs(across) > Math.abs(down) ? across : down;
  if (Math.abs(most) < 0.15) return undefined;
  const wanted = `${Math.abs(most).toFixed(2)} mm`;
  const smaller = most < 0;
  return wood
    ? `The block should be ${wanted} ${smaller ? 'larger: damp it, wrapped in moist cloth, some hours' : 'smaller: let it rest in the room, stood on edge'}; then print and measure again. Both sides of one piece move together.`
    : `Lino hardly moves: the paper has ${smaller ? 'grown' : 'shrunk'} by ${wanted}. Bring the pack ${smaller ? 'drier' : 'damper'}, to what it was at the first run, all sheets alike; then print and measure again.`;
}
