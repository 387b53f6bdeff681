'use client';
import { inWords } from '@/words/failures';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useMemo, useState } from 'react';
import type { Lab } from '@/core/colour';
import { inkingsOf, inkNamesOf, takingOf, variedOf, type Taking } from '@/derived';
import type { EditOf, ReadingSource } from '@/model';
import { askRaw } from '@/session';
import { hindranceInWords } from '@/words/hindrances';
import { trialWords, variedInWords } from '@/words/trials';
import { kit } from '@/ui/kit/styles';
import { Choice } from '../../kit/Choice';
import { FileButton } from '../../kit/FileButton';
import { LabFields } from '../../kit/fields';
import { usePrintDesk } from '../../kit/printContext';
import { useLog } from '../../kit/useLog';
import { ReadingButtons } from '../../kit/ReadingButtons';
import { LayForm } from './LayForm';
import type { SeenTrial, Trials } from './useTrials';

type Here = Trials & { readonly here: SeenTrial };

/** What is done with the sheet that is looked at: laid on, read and photographed, taken into the plan. */
export function TrialSide(trials: Trials) {
  const { here, round } = trials;
  if (!here || !round) return <p className={kit.note}>{trialWords('empty.says')}</p>;
  const key = `${round.roundId} ${here.trial.sheet} ${here.trial.pulls.length}`;
  return (
    <div className={clsx(kit.stack, kit.gap18)}>
      <LayForm key={key} {...trials} here={here} />
      <WhatItGave key={`read-${key}`} {...trials} here={here} />
      {here.trial.laid.length > 0 && <Take {...trials} here={here} />}
    </div>
  );
}

/** The places of a trial that can be read: each run on each colour it lies on. */
function usePlaces({ plan, here: { trial } }: Here) {
  const [chosen, setChosen] = useState<string>();
  const places = trial.laid.flatMap(({ runId, laying }) =>
    laying.inkings.flatMap(({ colourIds }) =>
      colourIds.map((colourId) => ({ runId, colourId, key: `${runId} ${colourId}` })),
    ),
  );
  // the colour the last run was meant for, before all others it lies on
  const last = trial.laid.at(-1)?.laying.inkings[0].inkingId;
  const own = plan.runs.flatMap(inkingsOf).find(({ id }) => id === last)?.colourId;
  const place =
    places.find(({ key }) => key === chosen) ?? places.findLast(({ colourId }) => colourId === own) ?? places.at(-1);
  const options = places.map(
    ({ key, runId, colourId }) =>
      [
        key,
        trialWords('read.of', {
          colour: plan.flat!.colours.find(({ id }) => id === colourId)?.name ?? colourId,
          run: plan.runs.findIndex(({ id }) => id === runId) + 1,
        }),
      ] as const,
  );
  return { place, options, setChosen };
}

function WhatItGave(trials: Here) {
  const { place, options, setChosen } = usePlaces(trials);
  if (!place) return null;
  return (
    <section aria-label={trialWords('read.title')}>
      <h3 className={kit.below10}>{trialWords('read.title')}</h3>
      <Choice label={trialWords('read.colour')} value={place.key} options={options} onChange={setChosen} />
      <Read key={place.key} {...trials} runId={place.runId} colourId={place.colourId} />
    </section>
  );
}

/** A colour read with the reader, from a file or typed, and a photograph of the sheet. */
function Read({
  plan,
  here: { trial, looks },
  runId,
  colourId,
}: Here & { readonly runId: string; readonly colourId: string }) {
  const { id } = usePrintDesk('id');
  const log = useLog();
  const [typed, setTyped] = useState<Lab>();
  const label = plan.flat!.colours.findIndex((colour) => colour.id === colourId);
  const after = trial.laid.findIndex((one) => one.runId === runId) + 1;
  const predicted = looks.looks[after][label];
  const on = { roundId: trial.round.roundId, sheet: trial.sheet };
  const put = async (labD50: Lab, source: ReadingSource) => {
    setTyped(undefined);
    await log({ kind: 'colour-got', runId, colourId, labD50, source, trial: on });
  };
  return (
    <>
      <div className={kit.above10}>
        <ReadingButtons
          request={{ kind: 'run', printId: id, runId, colourId, trial: on }}
          onReading={({ labD50 }, source) => void put(labD50, source)}
        />
      </div>
      <div className={kit.above14}>
        <LabFields
          name={trialWords('read.typed')}
          lab={typed ?? (predicted.map((v) => Math.round(v * 10) / 10) as unknown as Lab)}
          onChange={setTyped}
        />
        <div className={clsx(kit.row, kit.above8)}>
          <Button disabled={!typed} onClick={() => typed && void put(typed, 'typed')}>
            {trialWords('read.put')}
          </Button>
          <BringPhotograph on={on} />
        </div>
      </div>
    </>
  );
}

function BringPhotograph({ on }: { on: { readonly roundId: string; readonly sheet: string } }) {
  const { id, log, tell } = usePrintDesk('id', 'log', 'tell');
  const [busy, setBusy] = useState(false);
  const bring = async (file: File) => {
    setBusy(true);
    // kept upright and small; the log then says what it shows
    const kept = await askRaw<{ readonly sha: string }>(`/api/prints/${id}/photographs`, {
      ...{ method: 'POST', body: file, headers: { 'x-file-name': encodeURIComponent(file.name) } },
    });
    const answer = kept.ok
      ? await log({ kind: 'photographed', ...on, pictureSha: kept.value.sha, runId: null, note: '' })
      : kept;
    setBusy(false);
    tell(answer.ok ? trialWords('read.kept', { sheet: on.sheet }) : inWords(answer));
  };
  return (
    <FileButton
      label={trialWords('read.photograph')}
      accept="image/png,image/jpeg,image/webp,image/tiff"
      disabled={busy}
      onFile={(file) => void bring(file)}
    >
      {trialWords('read.bring')}
    </FileButton>
  );
}

/** The act that writes a trial into the plan, with what it would write. */
function Take({ plan, here: { trial } }: Here) {
  const { progress, cabinet, change, tell } = usePrintDesk('progress', 'cabinet', 'change', 'tell');
  const extender = cabinet.inks?.find(({ role }) => role === 'extender');
  const taking = useMemo(() => takingOf(plan, progress, trial, extender), [plan, progress, trial, extender]);
  const take = async (edit: EditOf<'trial-taken'>) => {
    const done = await change(edit);
    tell(done.ok ? trialWords('take.taken', { sheet: trial.sheet }) : inWords(done));
  };
  const odd = trial.laid.some((one) => variedOf(plan, one).wet);
  return (
    <section aria-label={trialWords('take.title')}>
      <h3 className={kit.below6}>{trialWords('take.title')}</h3>
      {taking.edit ? (
        <>
          <Writes plan={plan} trial={trial} taking={taking} />
          <Button variant="contained" color="primary" className={kit.above8} onClick={() => void take(taking.edit!)}>
            {trialWords('take.take')}
          </Button>
        </>
      ) : (
        taking.closed.length === 0 && <p className={kit.note}>{trialWords('take.same')}</p>
      )}
      {taking.closed.map((why) => (
        <p key={JSON.stringify(why)} className={clsx(kit.say, kit.wait, kit.above8)}>
          {hindranceInWords(why)}
        </p>
      ))}
      {odd && (
        <p className={clsx(kit.note, kit.above8)}>
          {trialWords('take.wet', { wet: String(plan.way.under === 'dry') })}
        </p>
      )}
    </section>
  );
}

interface WritesProps {
  readonly plan: Trials['plan'];
  readonly trial: SeenTrial['trial'];
  readonly taking: Taking;
}

/** What taking a trial would write, a line a run. */
function Writes({ plan, trial, taking: { edit, reordered } }: WritesProps) {
  const writes = trial.laid.filter(({ runId }) =>
    edit?.runs.some((run) => run.runId === runId && run.inkings.length > 0),
  );
  const number = (id: string) => plan.runs.findIndex((run) => run.id === id) + 1;
  return (
    <>
      <p className={kit.note}>{trialWords('take.says')}</p>
      <ul className={kit.watch}>
        {writes.map((one) => (
          <li key={one.runId}>
            {trialWords('take.run', {
              run: number(one.runId),
              inks: inkNamesOf(plan, plan.runs[number(one.runId) - 1]),
              varied: variedInWords(one.laying, { ...variedOf(plan, one), wet: false }),
            })}
          </li>
        ))}
        {reordered && edit && <li>{trialWords('take.order', { runs: edit.runIds.map(number).join(', ') })}</li>}
      </ul>
    </>
  );
}
