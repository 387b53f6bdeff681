import { hexFromLabD50, type Lab } from '@/core/colour';

export function Swatch({ lab, large }: { lab: Lab; large?: boolean }) {
  return <span className={large ? 'swatch large' : 'swatch'} style={{ background: hexFromLabD50(lab) }} aria-hidden />;
}
