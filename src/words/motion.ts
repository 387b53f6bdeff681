import type { Motion } from '@/core/registration';
import type { LengthUnit } from '@/core/units';
import { formatLength } from './lengths';
import type { motion as catalogue } from './en/motion';
import made from './made/en/motion.json';
import { listOf } from './phrases';
import { translator } from './translator';

const motionWords = translator<typeof catalogue>('motion', made);

interface Image {
  readonly widthMm: number;
  readonly heightMm: number;
}

/** Less than this is in register: nobody lays, measures or shims it. */
const LEAST = { shiftMm: 0.05, turnDeg: 0.02, growthMm: 0.1, adviceMm: 0.15 } as const;

/** How a run, as it is named at the beginning of a sentence, lies against another. */
export function motionInWords(motion: Motion, image: Image, run: string, unit: LengthUnit): string {
  const length = (mm: number) => formatLength(Math.abs(mm), unit, Math.abs(mm) < 1 ? 2 : 1);
  const { dxMm, dyMm, rotationDeg } = motion;
  const shifts = [
    Math.abs(dxMm) >= LEAST.shiftMm && motionWords('across', { length: length(dxMm), right: String(dxMm > 0) }),
    Math.abs(dyMm) >= LEAST.shiftMm && motionWords('down', { length: length(dyMm), low: String(dyMm > 0) }),
  ].filter((said) => said !== false);
  const turned =
    Math.abs(rotationDeg) >= LEAST.turnDeg &&
    motionWords('turned', { degrees: Math.abs(rotationDeg), clockwise: String(rotationDeg > 0) });
  const grown = grownBy(motion, image)
    .filter(({ mm }) => Math.abs(mm) >= LEAST.growthMm)
    .map(({ mm, across }) =>
      motionWords('grown', { length: length(mm), larger: String(mm > 0), across: String(across) }),
    );
  const lies = [shifts.length > 0 && motionWords('place', { shifts: listOf(shifts) }), turned];
  const said = listOf(lies.filter((part) => part !== false));
  const all = [said, grown.length > 0 ? motionWords('growth', { grown: grown.join('; ') }) : ''].filter(Boolean);
  const what = all.join('; ') || motionWords('inRegister', { least: formatLength(LEAST.shiftMm, unit, 2) });
  return motionWords('said', { run, what });
}

/** What to do about a block or sheet that has grown: shims do not help. Undefined where it has not. */
export function growthInWords(motion: Motion, image: Image, wood: boolean, unit: LengthUnit): string | undefined {
  const [across, down] = grownBy(motion, image);
  const { mm } = Math.abs(across.mm) > Math.abs(down.mm) ? across : down;
  if (Math.abs(mm) < LEAST.adviceMm) return undefined;
  return motionWords(wood ? 'wood' : 'lino', {
    length: formatLength(Math.abs(mm), unit, 2),
    smaller: String(mm < 0),
  });
}

const grownBy = ({ growthX, growthY }: Motion, { widthMm, heightMm }: Image) =>
  [
    { mm: growthX * widthMm, across: true },
    { mm: growthY * heightMm, across: false },
  ] as const;
