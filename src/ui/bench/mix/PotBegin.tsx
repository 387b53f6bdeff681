'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import Link from 'next/link';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { wordForDifference } from '@/core/colour';
import { sharesWith, weighableFromG, type PotLeft, type PotStart } from '@/derived';
import { POT_G } from '@/model';
import { NumberField } from '@/ui/kit/fields';
import { usePedal } from '@/ui/kit/pedal';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { goToUnread } from '@/ui/kit/unread';
import { useLog } from '@/ui/kit/useLog';
import { useWorkerAnswer } from '@/ui/kit/useWorkerAnswer';
import { craftWords } from '@/words/craft';
import { shortDayOf } from '@/words/dates';
import { mixWords } from '@/words/mix';
import { gramsInWords } from '@/words/quantities';
import { inkName, poursInWords } from './mixInWords';
import type { Mix } from './useMix';
import css from './mix.module.css';

/** A pot is begun: empty, for so many grams, or with what another has left. */
export function PotBegin({ mix }: { readonly mix: Mix }) {
  const { urls } = usePrintDesk('urls');
  const { one } = mix;
  const { field, wantedG, setTyped, begin, beginEmpty } = usePotBegin(mix);
  if (!one) return null;
  const { ink } = one;
  const recipe = ink.recipe?.parts,
    weighableG = weighableFromG(recipe ?? []);
  return (
    <section aria-label={mixWords('begin.title', { ink: ink.name })}>
      <h1>{mixWords('begin.title', { ink: ink.name })}</h1>
      {!recipe && (
        <p className={clsx(kit.say, kit.wait, kit.above8)}>
          {mixWords('begin.noRecipe')} <Link href={urls.page('inks')}>{mixWords('begin.toInks')}</Link>
        </p>
      )}
      {recipe && (
        <>
          <div className={clsx(css.beginning, kit.above12)} ref={field}>
            <NumberField label={mixWords('need.wanted')} value={wantedG} range={POT_G} digits={2} onChange={setTyped} />
            <button type="button" className={clsx(css.large, kit.pressIn)} onClick={beginEmpty}>
              {mixWords('begin.fresh')}
            </button>
          </div>
          {wantedG < weighableG && (
            <p className={clsx(kit.say, kit.wait, kit.above8)}>
              {mixWords('begin.tooLittle', { grams: gramsInWords(weighableG) })}
            </p>
          )}
          <Leftovers mix={mix} wantedG={wantedG} onBegin={begin} />
        </>
      )}
    </section>
  );
}

/** How much is to be weighed out, and what begins the pot. */
function usePotBegin({ one, need }: Mix) {
  const [typedG, setTyped] = useState<number>();
  const log = useLog();
  const field = useRef<HTMLDivElement>(null);
  const wantedG = typedG ?? Math.max(0.1, Math.round(10 * (need?.grams ?? 1)) / 10);
  const begin = (shares: Shares, grams: number, from: PotStart | null) => {
    if (!one || goToUnread(field.current)) return;
    const { ink, run } = one;
    void log({
      ...{ kind: 'pot-begun', potId: `pot-${Date.now().toString(36)}`, runId: run.id, inkId: ink.id, name: ink.name },
      ...{ wantedG: Math.max(POT_G.min, grams), shares },
      from: from && {
        ...{ potId: from.left.potId, name: `${from.left.name}, ${from.left.printName}`.slice(0, 60) },
        added: from.added,
        parts: from.parts.map(({ id, name, grams: g }) => ({ inkId: id, name, grams: Math.max(POT_G.min, g) })),
      },
    });
  };
  const beginEmpty = () =>
    one?.ink.recipe &&
    begin(
      one.ink.recipe.parts.map((part) => ({ ...part })),
      wantedG,
      null,
    );
  usePedal(mixWords('begin.fresh'), beginEmpty, Boolean(one?.ink.recipe));
  return { field, wantedG, setTyped, begin, beginEmpty };
}

type Shares = ReturnType<typeof sharesWith>['shares'];

interface LeftoversProps {
  readonly mix: Mix;
  readonly wantedG: number;
  readonly onBegin: (shares: Shares, grams: number, from: PotStart) => void;
}

function Leftovers({ mix, wantedG, onBegin }: LeftoversProps) {
  const { cabinet } = usePrintDesk('cabinet');
  const { found } = useStarts(mix, wantedG);
  const nameOf = (id: string) => inkName(cabinet.inks, id);
  return (
    <>
      <h2 className={kit.above18}>{mixWords('begin.leftovers')}</h2>
      {!found && <p className={kit.note}>{mixWords('begin.looking')}</p>}
      {found?.length === 0 && <p className={kit.note}>{mixWords('begin.none')}</p>}
      {found?.map((start) => {
        const { shares, wantedG: grams } = sharesWith(start.parts, start.nearest.pours, nameOf);
        return (
          <Start
            key={start.left.potId}
            start={start}
            nameOf={nameOf}
            onTake={() => onBegin(shares, Math.max(grams, POT_G.min), start)}
          />
        );
      })}
    </>
  );
}

interface StartProps {
  readonly start: PotStart;
  readonly nameOf: (id: string) => string;
  readonly onTake: () => void;
}

function Start({ start: { left, nearest }, nameOf, onTake }: StartProps) {
  const { pours, deltaE } = nearest;
  return (
    <div className={clsx(kit.band, css.start)}>
      <div>
        <p>
          <strong>
            {mixWords('begin.left', {
              ...{ name: left.name, print: left.printName, grams: gramsInWords(left.grams), day: shortDayOf(left.at) },
            })}
          </strong>
        </p>
        <p>
          {mixWords('begin.comes', {
            ...{ pours: pours.length, more: poursInWords(pours, nameOf), deltaE },
            word: craftWords(`difference.${wordForDifference(deltaE)}`),
          })}
        </p>
      </div>
      <Button onClick={onTake}>{mixWords('begin.takeIt')}</Button>
    </div>
  );
}

/** Leftovers of all prints that this ink can be begun with. */
function useStarts({ one }: Mix, wantedG: number) {
  const { plan, progress, cabinet, layersWorker, mixing } = usePrintDesk(
    ...(['plan', 'progress', 'cabinet', 'layersWorker', 'mixing'] as const),
  );
  const [left, setLeft] = useState<readonly PotLeft[]>();
  useEffect(() => {
    let current = true;
    void mixing.potsLeft().then((answer) => {
      if (current) setLeft(answer.ok ? answer.value : []);
    });
    return () => {
      current = false;
    };
    // asked when the view comes: what is left changes when a pot is put away
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  const got = progress.bench.coloursGot,
    { inks } = cabinet;
  const of = useMemo(() => one && { runId: one.run.id, inkId: one.ink.id }, [one]);
  const ask = useCallback(
    () => layersWorker.ask('potStarts', { plan, got, cabinet: inks!, of: of!, wantedG, left: left! }),
    [layersWorker, plan, got, inks, of, wantedG, left],
  );
  const { value, fresh } = useWorkerAnswer(inks && left && left.length > 0 && of ? ask : undefined);
  return { found: left?.length === 0 ? [] : fresh ? value : undefined };
}
