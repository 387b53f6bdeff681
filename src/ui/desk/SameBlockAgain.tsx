'use client';
import { perLanguage } from '@/words/language';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useState } from 'react';
import { PLACE_ON_PRINT_MM, type EditOf, type Run } from '@/model';
import { MOST } from '@/model/ranges';
import { Choice } from '../kit/Choice';
import { CountField, LengthField } from '../kit/fields';
import { usePrintDesk } from '../kit/printContext';
import { kit } from '@/ui/kit/styles';
import { runsWords } from '@/words/runs';

const turns = perLanguage(
  () =>
    [
      [0, runsWords('again.turn.none')],
      [90, runsWords('again.turn.quarter')],
      [180, runsWords('again.turn.half')],
    ] as const,
);

/** The same block laid several times in one run: beside itself, below itself, each further one turned. */
export function SameBlockAgain({ run, closed }: { readonly run: Run; readonly closed: boolean }) {
  const { change, plan } = usePrintDesk('change', 'plan');
  const [first] = run.formes;
  const { widthMm, heightMm } = plan.picture!;
  const [grid, setGrid] = useState<Grid>({
    ...{ columns: 1, rows: 1, turnDeg: 0 },
    stepMm: { xMm: Math.round(widthMm / 2), yMm: Math.round(heightMm / 2) },
  });
  const laid = run.formes.filter(({ cutId }) => cutId === first.cutId).length;
  return (
    <section>
      <h3>{runsWords('again.title')}</h3>
      <p className={kit.note}>{runsWords('again.says', { laid })}</p>
      <GridFields {...{ grid, setGrid, closed }} />
      <div className={clsx(kit.row, kit.gap12, kit.above8)}>
        <Button disabled={closed} onClick={() => void change({ kind: 'forme-again', formeId: first.id, ...grid })}>
          {runsWords('again.lay', { times: grid.columns * grid.rows })}
        </Button>
        {laid > 1 && (
          <button
            type="button"
            className={kit.link}
            disabled={closed}
            onClick={() => void change({ kind: 'forme-again', formeId: first.id, ...grid, columns: 1, rows: 1 })}
          >
            {runsWords('again.once')}
          </button>
        )}
      </div>
    </section>
  );
}

type Grid = Pick<EditOf<'forme-again'>, 'columns' | 'rows' | 'stepMm' | 'turnDeg'>;

interface GridFieldsProps {
  readonly grid: Grid;
  readonly setGrid: (grid: Grid) => void;
  readonly closed: boolean;
}

function GridFields({ grid, setGrid, closed }: GridFieldsProps) {
  const { unit } = usePrintDesk('unit');
  const count = { min: 1, max: MOST.formes };
  return (
    <div className={clsx(kit.fields, kit.above12, kit.atTop)}>
      <CountField
        label={runsWords('again.columns')}
        value={grid.columns}
        range={{ ...count, what: runsWords('again.columns') }}
        disabled={closed}
        onChange={(columns) => setGrid({ ...grid, columns })}
      />
      <CountField
        label={runsWords('again.rows')}
        value={grid.rows}
        range={{ ...count, what: runsWords('again.rows') }}
        disabled={closed}
        onChange={(rows) => setGrid({ ...grid, rows })}
      />
      <LengthField
        label={runsWords('again.across')}
        valueMm={grid.stepMm.xMm}
        unit={unit}
        range={PLACE_ON_PRINT_MM}
        disabled={closed}
        onChange={(xMm) => setGrid({ ...grid, stepMm: { ...grid.stepMm, xMm } })}
      />
      <LengthField
        label={runsWords('again.down')}
        valueMm={grid.stepMm.yMm}
        unit={unit}
        range={PLACE_ON_PRINT_MM}
        disabled={closed}
        onChange={(yMm) => setGrid({ ...grid, stepMm: { ...grid.stepMm, yMm } })}
      />
      <Choice
        label={runsWords('again.turned')}
        value={grid.turnDeg}
        options={turns()}
        disabled={closed}
        onChange={(turnDeg) => setGrid({ ...grid, turnDeg })}
      />
    </div>
  );
}
