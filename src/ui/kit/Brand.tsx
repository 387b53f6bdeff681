import Link from 'next/link';
import css from './Frame.module.css';
import { TOKENS } from '@/ui/theme/tokens';
import { frameWords } from '@/words/frame';

/** Clear fibres that carry what lies below up to the surface. */
export function Brand() {
  return (
    <Link href="/" className={css.brand} aria-label={frameWords('toShelf')}>
      <svg width="18" height="20" viewBox="0 0 18 20" aria-hidden>
        {[4, 1, 0, 0, 2, 5].map((top, i) => (
          <rect key={i} x={i * 3} y={top} width="2" height={20 - top - (i % 3)} fill={TOKENS.ink} />
        ))}
      </svg>
      <span className={css.word}>{frameWords('product')}</span>
    </Link>
  );
}
