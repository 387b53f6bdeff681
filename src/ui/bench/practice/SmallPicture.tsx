import { hexFromLabD50 } from '@/core/colour';
import { SAMPLE_SIZE_MM, type DrawnPicture } from '@/derived';
import { TOKENS } from '@/ui/theme/tokens';
import css from './practice.module.css';

interface Props {
  readonly picture: DrawnPicture;
  /** What it shows, for those who do not see it; nothing where the words beside it say it. */
  readonly label: string;
  readonly mirrored?: boolean;
  readonly headDown?: boolean;
  /** As cut lines on a block, not in its colours. */
  readonly onBlock?: boolean;
  /** Letters on places, as shares of the picture. */
  readonly letters?: readonly { readonly letter: string; readonly x: number; readonly y: number }[];
}

const { widthMm, heightMm } = SAMPLE_SIZE_MM;

/** A picture, small, as it is turned. */
export function SmallPicture({
  picture,
  label,
  mirrored = false,
  headDown = false,
  onBlock = false,
  letters = [],
}: Props) {
  const turned = `${headDown ? `rotate(180 ${widthMm / 2} ${heightMm / 2})` : ''}${mirrored ? ` translate(${widthMm} 0) scale(-1 1)` : ''}`;
  const fill = (colour: number) => (onBlock ? TOKENS.standing : hexFromLabD50(picture.colours[colour].labD50));
  return (
    <svg
      viewBox={`0 0 ${widthMm} ${heightMm}`}
      {...(label ? { role: 'img', 'aria-label': label } : { 'aria-hidden': true })}
      className={css.picture}
    >
      <g transform={turned} stroke={onBlock ? TOKENS.ink : 'none'} strokeWidth={onBlock ? 0.7 : undefined}>
        <rect width={widthMm} height={heightMm} fill={onBlock ? TOKENS.cleared : fill(0)} />
        {picture.shapes.map(([colour, outline], i) => (
          <polygon key={i} points={outline.join(' ')} fill={onBlock && colour === 0 ? TOKENS.cleared : fill(colour)} />
        ))}
      </g>
      {letters.map(({ letter, x, y }) => (
        <g key={letter} transform={`translate(${x * widthMm} ${y * heightMm})`}>
          <circle r="5" fill={TOKENS.sheet} stroke={TOKENS.ink} strokeWidth="0.8" />
          <text fontSize="7" textAnchor="middle" dy="2.4" className={css.letter}>
            {letter}
          </text>
        </g>
      ))}
    </svg>
  );
}
