'use client';
import clsx from 'clsx';
import { useMemo, useState, type ReactNode } from 'react';
import { deltaE2000, hexFromLabD50, type Lab } from '@/core/colour';
import { fillsAfter, offPrediction, type SheetLooks } from '@/derived';
import { shortDayOf } from '@/words/dates';
import { decimal } from '@/words/quantities';
import { roundNamed, trialWords } from '@/words/trials';
import { kit } from '@/ui/kit/styles';
import { usePrintDesk } from '../../kit/printContext';
import { Thumb } from '../../kit/Thumb';
import css from './trials.module.css';
import { numberOf, type SeenTrial, type Trials } from './useTrials';

type Here = Trials & { readonly here: SeenTrial };

/** As planned, as laid or photographed, and the trial before: side by side, then colour by colour. */
export function Compare(trials: Here) {
  const { here, beside, rounds } = trials;
  const { urls } = usePrintDesk('urls');
  const { trial, looks } = here;
  const photograph = trial.photograph;
  const [asPhotograph, setAsPhotograph] = useState(Boolean(photograph));
  return (
    <section aria-label={trialWords('compare.title')}>
      <div className={css.beside}>
        <Panel title={trialWords('compare.planned')} says={trialWords('compare.plannedSays')}>
          {beside?.planned && <Look looks={beside.planned} label={trialWords('compare.planned')} />}
        </Panel>
        <Panel
          chosen
          title={trialWords(photograph && asPhotograph ? 'compare.photograph' : 'compare.here', { sheet: trial.sheet })}
          says={
            photograph && asPhotograph
              ? trialWords('compare.photographed', { day: shortDayOf(photograph.at) })
              : trialWords('compare.hereSays')
          }
          more={
            photograph && (
              <label className={kit.tick}>
                <input type="checkbox" checked={asPhotograph} onChange={(e) => setAsPhotograph(e.target.checked)} />{' '}
                {trialWords('compare.showPhotograph')}
              </label>
            )
          }
        >
          {photograph && asPhotograph ? (
            <img
              src={urls.blob(photograph.pictureSha)}
              alt={trialWords('compare.photograph', { sheet: trial.sheet })}
              className={css.photograph}
            />
          ) : (
            <Look looks={looks} label={trialWords('board.look', { sheet: trial.sheet })} />
          )}
        </Panel>
        {beside?.last ? (
          <Panel
            title={trialWords('compare.last', { sheet: beside.last.trial.sheet })}
            says={trialWords('compare.lastSays', {
              round: roundNamed(beside.last.trial.round, numberOf(rounds, beside.last.trial.round)),
            })}
          >
            <Look looks={beside.last.looks} label={trialWords('compare.last', { sheet: beside.last.trial.sheet })} />
          </Panel>
        ) : (
          <p className={clsx(kit.note, css.noLast)}>{trialWords('compare.none')}</p>
        )}
      </div>
      <ColourTable {...trials} />
    </section>
  );
}

interface PanelProps {
  readonly title: string;
  readonly says: string;
  readonly chosen?: boolean;
  readonly more?: ReactNode;
  readonly children: ReactNode;
}

function Panel({ title, says, chosen, more, children }: PanelProps) {
  return (
    <figure className={clsx(css.panel, chosen && css.chosen)}>
      {children}
      <figcaption>
        <strong>{title}</strong>
        <span className={kit.quiet}>{says}</span>
        {more}
      </figcaption>
    </figure>
  );
}

function Look({ looks, label }: { looks: SheetLooks; label: string }) {
  const { coverage } = usePrintDesk('coverage');
  const fills = useMemo(() => fillsAfter(looks, looks.looks.length - 1), [looks]);
  return coverage ? <Thumb coverage={coverage} fills={fills} label={label} /> : null;
}

function ColourTable({ plan, here, beside }: Here) {
  const { trial, looks } = here;
  const colours = plan.flat!.colours;
  return (
    <table className={clsx(kit.plainTable, css.colours)}>
      <caption className={kit.visuallyHidden}>{trialWords('compare.table')}</caption>
      <thead>
        <tr>
          <th scope="col">{trialWords('compare.colour')}</th>
          <th scope="col">{trialWords('compare.wanted')}</th>
          <th scope="col">{trialWords('compare.planned')}</th>
          <th scope="col">{trialWords('compare.here', { sheet: trial.sheet })}</th>
          <th scope="col">{trialWords('compare.read')}</th>
          <th scope="col">{beside?.last ? trialWords('compare.last', { sheet: beside.last.trial.sheet }) : ''}</th>
        </tr>
      </thead>
      <tbody>
        {colours.map((colour, label) => {
          const wanted = colour.id === plan.flat!.barePaperId ? looks.looks[0][label] : colour.wantedLabD50;
          const read = trial.readings.findLast(({ colourId }) => colourId === colour.id);
          const off = read && offPrediction(plan, trial, looks, read);
          return (
            <tr key={colour.id}>
              <th scope="row">{colour.name}</th>
              <td>
                <Chip lab={wanted} />
              </td>
              <Colour looks={beside?.planned} label={label} wanted={wanted} />
              <Colour looks={looks} label={label} wanted={wanted} />
              <td>
                {read ? (
                  <>
                    <Chip lab={read.labD50} />
                    {off !== undefined && trialWords('compare.offRead', { deltaE: decimal(off, 1) })}
                  </>
                ) : (
                  trialWords('compare.noReading')
                )}
              </td>
              <Colour looks={beside?.last?.looks} label={label} wanted={wanted} />
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

interface ColourProps {
  readonly looks: SheetLooks | undefined;
  readonly label: number;
  readonly wanted: Lab;
}

/** A colour of a sheet and, where nothing more comes on it, how far it lies from the one wanted. */
function Colour({ looks, label, wanted }: ColourProps) {
  if (!looks) return <td />;
  const lab = looks.looks.at(-1)![label];
  return (
    <td>
      <Chip lab={lab} />
      {looks.finished[label]
        ? trialWords('compare.off', { deltaE: decimal(deltaE2000(lab, wanted), 1) })
        : trialWords('compare.later')}
    </td>
  );
}

function Chip({ lab }: { lab: Lab }) {
  return <i className={css.chip} style={{ background: hexFromLabD50(lab) }} aria-hidden />;
}
