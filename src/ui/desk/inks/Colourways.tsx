'use client';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import { useMemo, useState } from 'react';
import { EDITION_RANGE } from '@/core/sheets';
import { inkingsOf, sheetAnswerOf } from '@/derived';
import { MOST_SHEETS, type Colourway, type Plan, type PlanEdit } from '@/model';
import { CountField } from '@/ui/kit/fields';
import { InkSet } from '@/ui/kit/InkSet';
import { Pick } from '@/ui/kit/Pick';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { Swatch } from '@/ui/kit/Swatch';
import { inWords } from '@/words/failures';
import { inksWords } from '@/words/inks';
import css from './Colourways.module.css';

/** A name, an edition and sheets a colourway begins with. */
const BEGINS = { edition: 10 } as const;

/** Sets of inks beside the first: the same cuts on sheets of their own, numbered apart. The one that is chosen is shown in all of the view. */
export function Colourways() {
  const { plan, seenColourway, seeColourway, belief, change, tell } = usePrintDesk(
    ...(['plan', 'seenColourway', 'seeColourway', 'belief', 'change', 'tell'] as const),
  );
  const colourway = plan.colourways.find(({ id }) => id === seenColourway);
  const doIt = async (edit: PlanEdit) => {
    const answer = await change(edit);
    if (!answer.ok) tell(inWords(answer));
    return answer.ok;
  };
  const begin = async () => {
    const id = `colourway-${crypto.randomUUID().slice(0, 8)}`,
      name = inksWords('set.named', { n: plan.colourways.length + 2 });
    const sheets = sheetsFor(plan, belief, BEGINS.edition);
    const made = await doIt({ kind: 'colourway-set', colourway: { id, name, ...BEGINS, sheets, inks: [] } });
    if (made) seeColourway(id);
  };
  return (
    <div className={css.colourways}>
      <div className={kit.row}>
        <InkSet className={css.which} />
        <Button onClick={() => void begin()}>{inksWords('set.begin')}</Button>
      </div>
      {colourway && <OneColourway key={colourway.id} colourway={colourway} doIt={doIt} />}
    </div>
  );
}

/** Sheets to start for an edition by what is lost here. */
const sheetsFor = (plan: Plan, belief: Parameters<typeof sheetAnswerOf>[1], edition: number) =>
  sheetAnswerOf({ ...plan, sheets: { ...plan.sheets, edition, proofsToKeep: 0, progressiveSets: 0 } }, belief).counted;

interface OneProps {
  readonly colourway: Colourway;
  readonly doIt: (edit: PlanEdit) => Promise<boolean>;
}

function OneColourway({ colourway, doIt }: OneProps) {
  const { plan, belief, seeColourway } = usePrintDesk('plan', 'belief', 'seeColourway');
  const [name, setName] = useState<string>();
  const set = (part: Partial<Colourway>) => void doIt({ kind: 'colourway-set', colourway: { ...colourway, ...part } });
  const wanted = useMemo(() => sheetsFor(plan, belief, colourway.edition), [plan, belief, colourway.edition]);
  const takeName = () => {
    const next = name?.trim();
    if (next && next !== colourway.name) set({ name: next });
    setName(undefined);
  };
  return (
    <div className={css.one} role="group" aria-label={colourway.name}>
      <TextField
        label={inksWords('set.name')}
        value={name ?? colourway.name}
        onChange={(e) => setName(e.target.value.slice(0, 40))}
        onBlur={takeName}
        onKeyDown={(e) => e.key === 'Enter' && takeName()}
      />
      <CountField
        label={inksWords('set.edition')}
        value={colourway.edition}
        range={{ ...EDITION_RANGE, what: inksWords('set.edition') }}
        onChange={(edition) => set({ edition, sheets: sheetsFor(plan, belief, edition) })}
      />
      <CountField
        label={inksWords('set.sheets')}
        value={colourway.sheets}
        range={{ min: 1, max: MOST_SHEETS, what: inksWords('set.sheets') }}
        onChange={(sheets) => set({ sheets })}
      />
      <Button
        color="error"
        onClick={() => {
          seeColourway(undefined);
          void doIt({ kind: 'colourway-removed', colourwayId: colourway.id });
        }}
      >
        {inksWords('set.remove')}
      </Button>
      <p className={clsx(kit.note, css.wide)}>
        {inksWords('set.says', { wanted, edition: colourway.edition, name: colourway.name })}
      </p>
      <Swaps colourway={colourway} doIt={doIt} />
    </div>
  );
}

const OWN = 'own';

/** Which ink takes the place of which, ink by ink of the first set. */
function Swaps({ colourway, doIt }: OneProps) {
  const { plan } = usePrintDesk('plan');
  const by = new Map(colourway.inks.map(({ inkId, byInkId }) => [inkId, byInkId])),
    back = new Map(colourway.inks.map(({ inkId, byInkId }) => [byInkId, inkId]));
  // the plan is shown in this colourway: what its runs lay is led back to the first set
  const first = [
    ...new Set(plan.runs.flatMap((run) => inkingsOf(run).map((inking) => back.get(inking.inkId) ?? inking.inkId))),
  ];
  const named = (inkId: string) => plan.inks.find(({ id }) => id === inkId)!;
  const take = async (inkId: string, value: string) => {
    let byInkId = value;
    if (value === OWN) {
      byInkId = `ink-${crypto.randomUUID().slice(0, 8)}`;
      const name = inksWords('set.inkNamed', { ink: named(inkId).name, set: colourway.name }).slice(0, 60);
      const added = await doIt({ kind: 'ink-added', ink: { ...named(inkId), id: byInkId, name, recipe: null } });
      if (!added) return;
    }
    const others = colourway.inks.filter((one) => one.inkId !== inkId);
    await doIt({
      kind: 'colourway-set',
      colourway: { ...colourway, inks: byInkId === '' ? others : [...others, { inkId, byInkId }] },
    });
  };
  return (
    <ul className={clsx(css.swaps, css.wide)}>
      {first.map((inkId) => (
        <li key={inkId}>
          <Swatch lab={named(inkId).solidLabD50} />
          <span>{named(inkId).name}</span>
          <Pick
            label={inksWords('set.instead', { ink: named(inkId).name })}
            value={by.get(inkId) ?? ''}
            options={[
              ['', inksWords('set.asFirst')],
              [OWN, inksWords('set.own')],
              ...plan.inks.filter(({ id }) => id !== inkId).map(({ id, name }) => [id, name] as const),
            ]}
            onChange={(value) => void take(inkId, value)}
          />
        </li>
      ))}
    </ul>
  );
}
