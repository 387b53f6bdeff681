import { hexFromLabD50, type Lab } from '@/core/colour';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';

export function Swatch({ lab, large }: { lab: Lab; large?: boolean }) {
  return (
    <span className={clsx(kit.swatch, large && kit.large)} style={{ background: hexFromLabD50(lab) }} aria-hidden />
  );
}
