'use client';
import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { formatLength } from '@/core/units';
import { ISLAND_ORDERS, type IslandOrder, type IslandRow } from '@/workers';
import { NumberField } from '../../kit/fields';
import { usePrintDesk } from '../../kit/printContext';
import { Swatch } from '../../kit/Swatch';
import type { Regions } from './useRegions';
import { areaWords } from './words';
import { useAnchors } from './useAnchors';

const SHOWN = 60;
const SPECK_MM2 = { min: 0.05, max: 100, what: 'the smallest island to keep' } as const;

/** All islands of the picture as a list, and the lasso that removes specks. */
export function IslandList({ regions, closed }: { regions: Regions; closed: boolean }) {
  const { state, change, sheetWorker, unit } = usePrintDesk();
  const lettered = useAnchors(state.plan.lettering);
  const lostLettering = lettered?.filter((key) => key === null).length ?? 0;
  const { colours, labelsSha } = state.plan.flat!;
  const [order, setOrder] = useState<IslandOrder>('area');
  const [leastMm2, setLeastMm2] = useState(1);
  const [speckMm2, setSpeckMm2] = useState(2);
  const [list, setList] = useState<{ rows: readonly IslandRow[]; total: number }>();
  useEffect(() => {
    let wanted = true;
    void sheetWorker.ask('islands', { order, limit: SHOWN, leastMm2 }).then((answer) => {
      if (wanted && answer.ok) setList(answer.value);
    });
    return () => {
      wanted = false;
    };
  }, [sheetWorker, labelsSha, order, leastMm2]);
  const { line } = regions;
  return (
    <>
      <section>
        <div className="row between">
          <h2>Islands</h2>
          <span className="quiet">{list ? `${list.total} from ${leastMm2} mm²` : 'counting …'}</span>
        </div>
        <div className="fields" style={{ margin: '10px 0 8px' }}>
          <label className="quiet" style={{ display: 'grid', gap: 3 }}>
            sorted by
            <select className="plain-select" value={order} onChange={(e) => setOrder(e.target.value as IslandOrder)}>
              {ISLAND_ORDERS.map((o) => (
                <option key={o} value={o}>
                  {o}
                </option>
              ))}
            </select>
          </label>
          <NumberField
            label="From, mm²"
            value={leastMm2}
            range={{ min: 0, max: 1e5, what: 'the smallest island listed' }}
            onChange={setLeastMm2}
          />
        </div>
        <div
          className="tones"
          role="listbox"
          aria-label="Islands of the picture"
          style={{ maxHeight: 320, overflow: 'auto' }}
        >
          {list?.rows.map((row) => (
            <button
              key={row.key}
              type="button"
              role="option"
              className="tone"
              aria-selected={regions.chosen?.key === row.key}
              aria-pressed={regions.chosen?.key === row.key}
              style={{ gridTemplateColumns: '18px 1fr auto auto', padding: '4px 6px' }}
              onClick={() => regions.choose(row)}
            >
              <Swatch lab={colours[row.label]?.wantedLabD50 ?? [50, 0, 0]} />
              <span style={{ fontSize: 13 }}>
                {colours[row.label]?.name}
                {lettered?.includes(row.key) ? ' · lettering' : ''}
              </span>
              <span className="num" style={{ fontSize: 12.5 }}>
                {areaWords(row.areaMm2)}
              </span>
              <span className="num quiet">{row.thinnestMm >= 2.9 ? '—' : formatLength(row.thinnestMm, unit, 1)}</span>
            </button>
          ))}
        </div>
        {lostLettering > 0 && (
          <p className="say wait" style={{ marginTop: 8 }}>
            {lostLettering} part{lostLettering === 1 ? '' : 's'} marked as lettering{' '}
            {lostLettering === 1 ? 'is' : 'are'} lost: another colour lies there now. Mark the lettering anew.{' '}
            <button
              type="button"
              className="link"
              onClick={() =>
                void change('lost lettering let go', (p) => ({
                  ...p,
                  lettering: p.lettering.filter((_, i) => lettered?.[i] !== null),
                }))
              }
            >
              Let the lost ones go
            </button>
          </p>
        )}
        {list && list.total > SHOWN && (
          <p className="note">the first {SHOWN}; N and Shift N step through all in reading order</p>
        )}
      </section>
      {!closed && (
        <section>
          <h3>Remove specks inside a lasso</h3>
          <div className="fields" style={{ marginTop: 10, alignItems: 'start' }}>
            <NumberField label="Smaller than, mm²" value={speckMm2} range={SPECK_MM2} onChange={setSpeckMm2} />
            {line?.use !== 'lasso' && (
              <Button
                sx={{ height: 34 }}
                onClick={() => {
                  regions.letGo();
                  regions.setLine({ use: 'lasso', pointsPx: [] });
                }}
              >
                Draw a lasso
              </Button>
            )}
          </div>
          {line?.use === 'lasso' && (
            <>
              <p className="note" style={{ margin: '6px 0' }}>
                Go round the specks, point by point: click, or cross and Enter. {line.pointsPx.length / 2} points so
                far.
              </p>
              <div className="row">
                <Button
                  variant="contained"
                  disabled={line.pointsPx.length < 6}
                  onClick={() =>
                    void regions.act('specks removed', {
                      kind: 'despeckle',
                      outlinePx: line.pointsPx,
                      minAreaPx: speckMm2 / regions.mmPerPx ** 2,
                    })
                  }
                >
                  Remove them
                </Button>
                <Button onClick={() => regions.setLine(undefined)}>No</Button>
              </div>
            </>
          )}
          {regions.said && !regions.chosen && (
            <p className="say bad" role="alert">
              {regions.said}
            </p>
          )}
        </section>
      )}
    </>
  );
}
