import { hexFromLabD50 } from '@/core/colour';
import { pictureOf, type Question, type QuestionOf } from '@/derived';
import { TOKENS } from '@/ui/theme/tokens';
import { practiceWords } from '@/words/practice';
import { SignPicture } from '../causes/SignPicture';
import { LETTERS } from './inWords';
import css from './practice.module.css';
import { SmallPicture } from './SmallPicture';

/** The picture a question is answered on, where it has one besides those of its answers. */
export function QuestionPicture({ question }: { readonly question: Question }) {
  switch (question.kind) {
    case 'transfer':
      return (
        <figure className={css.figure}>
          <SmallPicture picture={pictureOf(question.asked.picture)} label={practiceWords('picture.print')} />
          <figcaption>{practiceWords('picture.print')}</figcaption>
        </figure>
      );
    case 'cut':
      return <CutPicture question={question} />;
    case 'overprint':
      return (
        <div className={css.pair}>
          {(['below', 'over'] as const).map((which) => (
            <figure key={which} className={css.figure}>
              <div className={css.swatch} style={{ background: hexFromLabD50(question.asked[`${which}LabD50`]) }} />
              <figcaption>{practiceWords(`picture.${which}`)}</figcaption>
            </figure>
          ))}
        </div>
      );
    case 'shim':
      return <MisfitPicture question={question} />;
    case 'fault':
      return (
        <figure className={css.figure}>
          <SignPicture sign={question.asked.sign} />
        </figure>
      );
    default:
      return null;
  }
}

function CutPicture({ question: { asked, options } }: { readonly question: QuestionOf<'cut'> }) {
  const picture = pictureOf(asked.picture);
  return (
    <figure className={css.figure}>
      <SmallPicture
        picture={picture}
        label={practiceWords('picture.print')}
        letters={options.map(({ x, y }, i) => ({ letter: LETTERS[i], x, y }))}
      />
      <figcaption>
        {practiceWords('picture.runs')}{' '}
        {picture.colours.slice(1).map(({ labD50 }, i) => (
          <span key={i} className={css.run}>
            <i style={{ background: hexFromLabD50(labD50) }} />
            {i + 1}
          </span>
        ))}
      </figcaption>
    </figure>
  );
}

/** The frame of the first run, the one of the run ten times as far off, and the stops. */
function MisfitPicture({ question: { asked } }: { readonly question: QuestionOf<'shim'> }) {
  const [dx, dy] = [10 * asked.dxMm, 10 * asked.dyMm];
  return (
    <figure className={css.figure}>
      <svg viewBox="-12 -12 150 120" role="img" aria-label={practiceWords('picture.lies')} className={css.picture}>
        <rect width="120" height="90" fill={TOKENS.sheet} stroke={TOKENS.pencil} />
        <rect
          x={dx}
          y={dy}
          width="120"
          height="90"
          fill="none"
          stroke={TOKENS.madder}
          strokeWidth="2"
          strokeDasharray="5 3"
        />
        {[
          [128, 40],
          [26, 98],
          [86, 98],
        ].map(([x, y]) => (
          <rect key={`${x} ${y}`} {...{ x, y }} width="8" height="8" fill={TOKENS.ink} />
        ))}
      </svg>
      <figcaption>{practiceWords('picture.lies')}</figcaption>
    </figure>
  );
}

/** What an answer looks like; words alone where it has no look. */
export function OptionPicture({ question, at }: { readonly question: Question; readonly at: number }) {
  switch (question.kind) {
    case 'transfer':
      return <SmallPicture picture={pictureOf(question.asked.picture)} label="" {...question.options[at]} />;
    case 'overprint':
      return <span className={css.swatch} style={{ background: hexFromLabD50(question.options[at].labD50) }} />;
    case 'mirrored': {
      const { picture, mirrored, headDown } = question.options[at];
      return (
        <span className={css.under}>
          <SmallPicture picture={pictureOf(picture)} label="" headDown={headDown} />
          <SmallPicture picture={pictureOf(picture)} label="" headDown={headDown} mirrored={mirrored} onBlock />
        </span>
      );
    }
    default:
      return null;
  }
}
