'use client';
import clsx from 'clsx';
import { deltaE2000, hexFromLabD50, type Lab } from '@/core/colour';
import { filmOver, filmWeightReaching, groundOf, internalOnGround, labFromInternal, type Film } from '@/core/inks';
import { DARKEST_ASSUMED, filmOfCabinetInk, stripsHeld } from '@/derived';
import type { Drawdown, Reading, StoredInk } from '@/model';
import { kit } from '@/ui/kit/styles';
import { dayOf } from '@/words/dates';
import { filmInWords } from '@/words/films';
import { inksWords } from '@/words/inks';
import { quantity } from '@/words/quantities';
import css from './DrawdownPanel.module.css';

/** Rows thin and full, columns over paper and over black; in each the prediction left, the reading right. */
export function Card({ ink, card }: { ink: StoredInk; card: Drawdown }) {
  const { film, words } = filmOfCabinetInk(ink);
  const ground = groundOf(card.paper.labD50, DARKEST_ASSUMED);
  const inside = (r: Reading) => internalOnGround(ground, r.labD50, r.spectrum);
  const paper = inside(card.paper),
    black = card.black && inside(card.black);
  const thin = card.thinOverPaper ? filmWeightReaching(film, paper, inside(card.thinOverPaper)) : 0.5;
  const predicted = (f: Film, below: Float64Array, weight: number) =>
    labFromInternal(ground, filmOver(f, below, weight));
  const rows: [string, number, Reading | null, Reading | null][] = [
    [inksWords('drawdown.thin', { times: quantity('times', thin, 2) }), thin, card.thinOverPaper, null],
    [inksWords('drawdown.full'), 1, card.overPaper, card.overBlack],
    [inksWords('drawdown.twice'), 2, null, null],
  ];
  return (
    <>
      <div className={clsx(css.cardGrid, !black && css.noBlack, kit.around8)}>
        <span className={kit.quiet}>{inksWords('drawdown.film')}</span>
        <span className={kit.quiet}>{inksWords('drawdown.overPaper')}</span>
        {black && <span className={kit.quiet}>{inksWords('drawdown.overBlack')}</span>}
        {rows.map(([name, weight, overPaper, overBlack]) => (
          <Cells
            key={name}
            name={name}
            cells={[
              [predicted(film, paper, weight), overPaper?.labD50],
              ...(black ? [[predicted(film, black, weight), overBlack?.labD50] as const] : []),
            ]}
          />
        ))}
      </div>
      <p className={kit.note}>
        {inksWords('drawdown.inEachFieldThe', {
          drawdowns: ink.drawdowns.length,
          day: dayOf(card.at),
          how:
            card.source === 'reader'
              ? inksWords('drawdown.withTheReader')
              : card.source === 'file'
                ? inksWords('drawdown.fromAFile')
                : inksWords('drawdown.typedIn'),
          words: filmInWords(words),
        })}
      </p>
    </>
  );
}

function Cells({ name, cells }: { name: string; cells: readonly (readonly [Lab, Lab | undefined])[] }) {
  return (
    <>
      <span className={kit.num}>{name}</span>
      {cells.map(([predicted, read], i) => {
        const off = read && deltaE2000(predicted, read);
        return (
          <span
            key={i}
            className={css.chip}
            role="img"
            aria-label={
              read
                ? inksWords('drawdown.overPaperPredictedAnd', { name, ground: i === 0 ? 'paper' : 'black', off: off! })
                : inksWords('drawdown.overPaperPredicted', { name, ground: i === 0 ? 'paper' : 'black' })
            }
            title={off === undefined ? inksWords('drawdown.predicted') : inksWords('drawdown.predictedReadE', { off })}
          >
            <i style={{ background: hexFromLabD50(predicted) }} />
            {read && <i style={{ background: hexFromLabD50(read) }} />}
          </span>
        );
      })}
    </>
  );
}

/** Each strip, what the film gives over it, and what was read there. */
export function Strips({ ink, card }: { ink: StoredInk; card: Drawdown }) {
  if (card.strips.length === 0) return null;
  return (
    <>
      <ul className={css.stripRows}>
        {stripsHeld(ink, card).map(({ name, belowLabD50, givenLabD50, readLabD50, deltaE }, i) => (
          <li key={i}>
            <span className={css.chip} aria-hidden>
              {[belowLabD50, givenLabD50, readLabD50].map((lab, k) => (
                <i key={k} style={{ background: hexFromLabD50(lab) }} />
              ))}
            </span>
            {inksWords('drawdown.stripRow', { strip: name, off: deltaE })}
          </li>
        ))}
      </ul>
      <p className={kit.note}>{inksWords('drawdown.stripsHeld', { strips: card.strips.length })}</p>
    </>
  );
}
