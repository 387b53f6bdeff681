'use client';
import { perLanguage } from '@/words/language';
import Button from '@mui/material/Button';
import { useEffect, useState, type Dispatch, type SetStateAction } from 'react';
import { formatLength } from '@/words/lengths';
import { ISLAND_ORDERS, type IslandOrder, type IslandRow } from '@/workers';
import { NumberField } from '../../kit/fields';
import { Pick } from '@/ui/kit/Pick';
import { usePrintDesk } from '../../kit/printContext';
import { Swatch } from '../../kit/Swatch';
import type { Regions, DrawnLine } from '@/ui/kit/regions/useRegions';
import { areaInWords } from '@/words/quantities';
import { useAnchors } from '@/ui/kit/regions/useAnchors';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './IslandList.module.css';
import type { FlatColour } from '@/model';
import { shapeWords } from '@/words/shapes';

const SHOWN = 60;
const speckRange = perLanguage(
  () => ({ min: 0.05, max: 100, what: shapeWords('islandList.theSmallestIslandTo') }) as const,
);

/** All islands of the picture as a list, and the lasso that removes specks. */
export function IslandList({ regions, closed }: { regions: Regions; closed: boolean }) {
  const { plan, sheetWorker } = usePrintDesk('plan', 'sheetWorker');
  const lettered = useAnchors(plan.lettering);
  const lostLettering = lettered?.filter((key) => key === null).length ?? 0;
  const { colours, labelsSha } = plan.flat!;
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
        <div className={clsx(kit.row, kit.between)}>
          <h2>{shapeWords('islandList.islands')}</h2>
          <span className={kit.quiet}>
            {list
              ? shapeWords('islandList.fromMm', { total: list.total, leastMm2 })
              : shapeWords('islandList.counting')}
          </span>
        </div>
        <IslandOrderFields order={order} setOrder={setOrder} leastMm2={leastMm2} setLeastMm2={setLeastMm2} />
        <IslandRows list={list} regions={regions} colours={colours} lettered={lettered} />
        {lostLettering > 0 && <LostLettering lostLettering={lostLettering} lettered={lettered} />}
        {list && list.total > SHOWN && (
          <p className={kit.note}>{shapeWords('islandList.theFirstNAnd', { shown: SHOWN })}</p>
        )}
      </section>
      {!closed && <SpeckRemoval speckMm2={speckMm2} setSpeckMm2={setSpeckMm2} line={line} regions={regions} />}
    </>
  );
}

interface SpeckRemovalProps {
  readonly speckMm2: number;
  readonly setSpeckMm2: Dispatch<SetStateAction<number>>;
  readonly line: DrawnLine | undefined;
  readonly regions: Regions;
}

function SpeckRemoval({ speckMm2, setSpeckMm2, line, regions }: SpeckRemovalProps) {
  return (
    <section>
      <h3>{shapeWords('islandList.removeSpecksInsideA')}</h3>
      <div className={clsx(kit.fields, kit.above10, kit.atTop)}>
        <NumberField
          label={shapeWords('islandList.smallerThanMm')}
          value={speckMm2}
          range={speckRange()}
          onChange={setSpeckMm2}
        />
        {line?.use !== 'lasso' && (
          <Button
            className={kit.fieldHigh}
            onClick={() => {
              regions.letGo();
              regions.setLine({ use: 'lasso', pointsPx: [] });
            }}
          >
            {shapeWords('islandList.drawALasso')}
          </Button>
        )}
      </div>
      {line?.use === 'lasso' && (
        <>
          <p className={clsx(kit.note, kit.around6)}>
            {shapeWords('islandList.goRoundTheSpecks', { pointsPx: line.pointsPx.length / 2 })}
          </p>
          <div className={kit.row}>
            <Button
              variant="contained"
              disabled={line.pointsPx.length < 6}
              onClick={() =>
                void regions.act({
                  kind: 'despeckle',
                  outlinePx: line.pointsPx,
                  minAreaPx: speckMm2 / regions.mmPerPx ** 2,
                })
              }
            >
              {shapeWords('islandList.removeThem')}
            </Button>
            <Button onClick={() => regions.setLine(undefined)}>{shapeWords('islandList.no')}</Button>
          </div>
        </>
      )}
      {regions.said && !regions.chosen && (
        <p className={clsx(kit.say, kit.bad)} role="alert">
          {regions.said}
        </p>
      )}
    </section>
  );
}

interface LostLetteringProps {
  readonly lostLettering: number;
  readonly lettered: readonly (number | null)[] | undefined;
}

function LostLettering({ lostLettering, lettered }: LostLetteringProps) {
  const { change, plan } = usePrintDesk('change', 'plan');
  return (
    <p className={clsx(kit.say, kit.wait, kit.above8)}>
      {shapeWords('islandList.letteringLost', { lostLettering })}{' '}
      <button
        type="button"
        className={kit.link}
        onClick={() =>
          void change({
            kind: 'lettering-let-go',
            anchors: plan.lettering.filter((_, i) => lettered?.[i] === null),
          })
        }
      >
        {shapeWords('islandList.letTheLostOnes')}
      </button>
    </p>
  );
}

interface IslandOrderFieldsProps {
  readonly order: 'reading order' | 'area' | 'thinness' | 'risk';
  readonly setOrder: Dispatch<SetStateAction<'reading order' | 'area' | 'thinness' | 'risk'>>;
  readonly leastMm2: number;
  readonly setLeastMm2: Dispatch<SetStateAction<number>>;
}

function IslandOrderFields({ order, setOrder, leastMm2, setLeastMm2 }: IslandOrderFieldsProps) {
  return (
    <div className={clsx(kit.fields, kit.above10, kit.below8)}>
      <label className={clsx(kit.quiet, kit.stack, kit.gap3)}>
        {shapeWords('islandList.sortedBy')}
        <Pick
          label={shapeWords('islandList.sortedBy')}
          value={order}
          options={ISLAND_ORDERS.map((o) => [o, shapeWords(`islandList.order.${o}`)] as const)}
          onChange={setOrder}
        />
      </label>
      <NumberField
        label={shapeWords('islandList.fromMm2')}
        value={leastMm2}
        range={{ min: 0, max: 1e5, what: shapeWords('islandList.theSmallestIslandListed') }}
        onChange={setLeastMm2}
      />
    </div>
  );
}

interface IslandRowsProps {
  readonly list: { rows: readonly IslandRow[]; total: number } | undefined;
  readonly regions: Regions;
  readonly colours: readonly FlatColour[];
  readonly lettered: readonly (number | null)[] | undefined;
}

function IslandRows({ list, regions, colours, lettered }: IslandRowsProps) {
  const { unit } = usePrintDesk('unit');
  return (
    <div
      className={clsx(kit.tones, kit.scrolls, css.list)}
      role="listbox"
      aria-label={shapeWords('islandList.islandsOfThePicture')}
    >
      {list?.rows.map((row) => (
        <button
          key={row.key}
          type="button"
          role="option"
          className={clsx(kit.tone, css.island)}
          aria-selected={regions.chosen?.key === row.key}
          onClick={() => regions.choose(row)}
        >
          <Swatch lab={colours[row.label]?.wantedLabD50 ?? [50, 0, 0]} />
          <span className={kit.small}>
            {colours[row.label]?.name}
            {lettered?.includes(row.key) ? ` ${shapeWords('islandList.lettering')}` : ''}
          </span>
          <span className={clsx(kit.num, kit.fine)}>{areaInWords(row.areaMm2)}</span>
          <span className={clsx(kit.num, kit.quiet)}>
            {row.thinnestMm >= 2.9 ? '—' : formatLength(row.thinnestMm, unit, 1)}
          </span>
        </button>
      ))}
    </div>
  );
}
