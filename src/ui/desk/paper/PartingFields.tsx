'use client';
import { Explained } from '@/ui/kit/glossary/Explained';
import { perLanguage } from '@/words/language';
import clsx from 'clsx';
import { useCallback } from 'react';
import { PIECE_EDGES, type PieceEdge } from '@/core/sheets';
import { sheetLayoutOf, contactsOf, type PartedPaper } from '@/derived';
import { PARTED_BY, PARTING_MM, PIECE_GRAINS, STRIPS_RANGE, type Plan } from '@/model';
import { Choice } from '@/ui/kit/Choice';
import { CountField, LengthField } from '@/ui/kit/fields';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { Tick } from '@/ui/kit/Tick';
import { paperWords } from '@/words/paper';
import css from './paper.module.css';

const bySaid = perLanguage(() => PARTED_BY.map((by) => [by, paperWords(`parting.ways.${by}`)] as const));
const grainsSaid = perLanguage(() =>
  PIECE_GRAINS.map((grain) => [grain, paperWords(`parting.grains.${grain}`)] as const),
);

/** How parents are parted: by what, which way the fibres lie, which raw edges are kept, what is lost, strips from what is left. */
export function PartingFields({ parted }: { readonly parted: PartedPaper | undefined }) {
  const { plan, change } = usePrintDesk('plan', 'change');
  const { parting } = plan;
  const set = useCallback((part: Partial<Plan['parting']>) => void change({ kind: 'parting-set', part }), [change]);
  const stops = stopEdges(plan).filter((edge) => parting.by === 'torn' || parting.keptEdges.includes(edge));
  return (
    <section className={clsx(kit.stack, kit.gap14)}>
      <h2>
        <Explained term="grain">{paperWords('parting.title')}</Explained>
      </h2>
      <Choice
        label={paperWords('parting.by')}
        value={parting.by}
        options={bySaid()}
        onChange={(by) => set({ by, ...(by === 'torn' && parting.lossMm === 0 && { lossMm: 3 }) })}
      />
      <Choice
        label={paperWords('parting.grain')}
        value={parting.grain}
        options={grainsSaid()}
        onChange={(grain) => set({ grain })}
      />
      <KeptEdges set={set} />
      {stops.length > 0 && (
        <p className={clsx(kit.say, kit.wait)}>
          {paperWords('parting.trueEdges', {
            edges: stops.map((edge) => paperWords(`parting.edges.${edge}`)).join(', '),
          })}
        </p>
      )}
      <Losses set={set} />
      {parting.strips > 0 && parted && (
        <p className={kit.note}>{paperWords('parting.stripsHave', { has: parted.strips })}</p>
      )}
    </section>
  );
}

interface SetProps {
  readonly set: (part: Partial<Plan['parting']>) => void;
}

function KeptEdges({ set }: SetProps) {
  const {
    plan: { parting },
  } = usePrintDesk('plan');
  const keep = (edge: PieceEdge, on: boolean) =>
    set({ keptEdges: PIECE_EDGES.filter((one) => (one === edge ? on : parting.keptEdges.includes(one))) });
  return (
    <fieldset className={css.edges}>
      <legend>{paperWords('parting.kept')}</legend>
      {PIECE_EDGES.map((edge) => (
        <Tick
          key={edge}
          words={paperWords(`parting.edges.${edge}`)}
          on={parting.keptEdges.includes(edge)}
          onTick={(on) => keep(edge, on)}
        />
      ))}
    </fieldset>
  );
}

/** What cuts, tears and raw edges take, and strips of what is left. */
function Losses({ set }: SetProps) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const { parting } = plan;
  return (
    <div className={kit.fields}>
      <LengthField
        label={paperWords('parting.edge')}
        valueMm={parting.edgeMm}
        unit={unit}
        range={PARTING_MM.edge}
        onChange={(edgeMm) => set({ edgeMm })}
      />
      {parting.by === 'torn' && (
        <LengthField
          label={paperWords('parting.loss')}
          valueMm={parting.lossMm}
          unit={unit}
          range={PARTING_MM.loss}
          onChange={(lossMm) => set({ lossMm })}
        />
      )}
      <CountField
        label={paperWords('parting.strips')}
        value={parting.strips}
        range={STRIPS_RANGE}
        onChange={(strips) => set({ strips })}
      />
      {parting.strips > 0 && (
        <>
          <LengthField
            label={paperWords('parting.stripWide')}
            valueMm={parting.stripMm.widthMm}
            unit={unit}
            range={PARTING_MM.strip}
            onChange={(widthMm) => set({ stripMm: { ...parting.stripMm, widthMm } })}
          />
          <LengthField
            label={paperWords('parting.stripLong')}
            valueMm={parting.stripMm.heightMm}
            unit={unit}
            range={PARTING_MM.strip}
            onChange={(heightMm) => set({ stripMm: { ...parting.stripMm, heightMm } })}
          />
        </>
      )}
    </div>
  );
}

/** Edges of the sheet that come against a stop, by where its contacts are. */
function stopEdges(plan: Plan): PieceEdge[] {
  const layout = sheetLayoutOf(plan);
  if (!layout) return [];
  const { widthMm, heightMm } = layout.sheetMm;
  const touched = contactsOf(layout).map(({ xMm, yMm }): PieceEdge => {
    const off: Readonly<Record<PieceEdge, number>> = {
      top: yMm,
      left: xMm,
      right: widthMm - xMm,
      bottom: heightMm - yMm,
    };
    return [...PIECE_EDGES].sort((a, b) => Math.abs(off[a]) - Math.abs(off[b]))[0];
  });
  return PIECE_EDGES.filter((edge) => touched.includes(edge));
}
