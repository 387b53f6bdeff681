'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import type { ClassAtBlock } from '@/derived';
import { STATIONS, type Station } from '@/model';
import { kit } from '@/ui/kit/styles';
import { tableWords } from '@/words/table';
import type { ClassView } from './useClass';
import css from './table.module.css';

interface Props {
  readonly view: ClassView;
  readonly now: ClassAtBlock;
}

/** Who stands at block, press and rack, and who comes then: read from across the room. */
export function Lines({ view, now }: Props) {
  return (
    <section aria-label={tableWords('lines.title')} className={css.lines}>
      {STATIONS.map((station) => (
        <Line key={station} {...{ view, now, station }} />
      ))}
    </section>
  );
}

/** By hand there is no press: there one rubs. */
export function stationName(plan: ClassView['plan'], station: Station): string {
  return tableWords(
    station === 'press' && plan.register.heights.pressGapMm === null ? 'lines.rub' : `lines.${station}`,
  );
}

function Line({ view, now, station }: Props & { readonly station: Station }) {
  const { plan, place, may, pace } = view;
  const [first, ...waiting] = now.lines[station];
  const where = stationName(plan, station);
  const stands = place !== undefined && now.lines[station].some((one) => one.place === place);
  return (
    <div className={css.station} role="group" aria-label={where}>
      <h2>{where}</h2>
      <p className={clsx(css.first, !first && kit.quiet)} data-testid={`first-${station}`}>
        {first ? first.place : tableWords('lines.free')}
      </p>
      <p className={css.waiting}>
        {waiting.length === 0 ? (
          <span className={kit.quiet}>{tableWords('lines.nobody')}</span>
        ) : (
          <>
            <span className={kit.quiet}>{tableWords('lines.next')}</span>
            {waiting.map((one) => (
              <b key={one.place}>{one.place}</b>
            ))}
          </>
        )}
      </p>
      {pace !== undefined && station !== 'rack' && now.lines[station].length > 0 && (
        <p className={kit.note}>{tableWords('lines.wait', { minutes: Math.ceil(pace * now.lines[station].length) })}</p>
      )}
      {may && place !== undefined && (
        <Button
          className={css.lineUp}
          variant={stands ? 'outlined' : 'contained'}
          color={stands ? 'inherit' : 'primary'}
          aria-label={tableWords(stands ? 'lines.stepOutAs' : 'lines.lineUpAs', { place, where })}
          onClick={() => void (stands ? view.stepOut(station, place) : view.lineUp(station, place))}
        >
          {tableWords(stands ? 'lines.stepOut' : 'lines.lineUp')}
        </Button>
      )}
    </div>
  );
}
