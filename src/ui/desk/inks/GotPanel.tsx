'use client';
import { inWords } from '@/words/failures';
import { roundTo } from '@/core/numeric';
import Button from '@mui/material/Button';
import { useState, type Dispatch, type SetStateAction } from 'react';
import { hexFromLabD50, type Lab } from '@/core/colour';
import type { ReadingSource, Run, Inking } from '@/model';
import { inkingsOf, type ColourGot, type InkQuestion, type Resolved } from '@/derived';
import { LabFields } from '../../kit/fields';
import { usePrintDesk } from '../../kit/printContext';
import { ReadingButtons } from '@/ui/kit/ReadingButtons';
import { RecipeTable, recipesTaken } from './RecipeTable';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './GotPanel.module.css';
import { inksWords } from '@/words/inks';

/** The colour a printed run really gave; the plan from there on can be mixed anew. */
export function GotPanel({ question }: { question: InkQuestion }) {
  const { plan, id, progress, looks, cabinet } = usePrintDesk('plan', 'id', 'progress', 'looks', 'cabinet');
  const run = plan.runs[question.run];
  const laid = inkingsOf(run)[question.inking];
  const label = plan.flat!.colours.findIndex((c) => c.id === laid.colourId);
  const got = progress.bench.coloursGot.find((g) => g.runId === run.id && g.colourId === laid.colourId);
  const printed = progress.runs[question.run].tally.pulled.length > 0;
  const [typed, setTyped] = useState<Lab>();
  const [resolved, setResolved] = useState<Resolved>();
  const [busy, setBusy] = useState(false);
  const { put, resolve } = useGotActs(setResolved, run, laid, setTyped, setBusy, question);
  const predicted = looks!.looks[question.run + 1][label];
  const later = plan.runs.length - question.run - 1;
  if (!printed)
    return (
      <section>
        <h3>{inksWords('got.theColourReallyGot')}</h3>
        <p className={kit.note}>{inksWords('got.onceThisRunIs')}</p>
      </section>
    );
  return (
    <section aria-label={inksWords('got.theColourReallyGot')}>
      <h3>{inksWords('got.theColourReallyGot')}</h3>
      {got ? (
        <GotColour got={got} />
      ) : (
        <p className={clsx(kit.note, kit.above4, kit.below8)}>
          {inksWords('got.predictedForThisArea', {
            lightness: predicted[0],
            redness: predicted[1],
            yellowness: predicted[2],
          })}
        </p>
      )}
      <ReadingButtons
        request={{ kind: 'run', printId: id, runId: run.id, colourId: laid.colourId }}
        onReading={({ labD50 }, source) => void put(labD50, source)}
      />
      <div className={clsx(kit.gap8, kit.above10, kit.atTop, css.typed)}>
        <LabFields
          name={inksWords('got.theColourGotTyped')}
          lab={typed ?? got?.labD50 ?? round(predicted)}
          onChange={setTyped}
        />
        <Button disabled={!typed} onClick={() => typed && void put(typed, 'typed')}>
          {inksWords('got.putDown')}
        </Button>
      </div>
      {got && later > 0 && question.run + 1 >= progress.closedRuns && (
        <Button className={kit.above8} disabled={busy || !cabinet.inks} onClick={() => void resolve()}>
          {busy ? inksWords('got.mixingAnew') : inksWords('got.mixTheAnew', { later })}
        </Button>
      )}
      {resolved && <NewRecipes resolved={resolved} onTaken={() => setResolved(undefined)} />}
    </section>
  );
}

/** What the runs after this one would be mixed as now. */
function NewRecipes({ resolved, onTaken }: { resolved: Resolved; onTaken: () => void }) {
  const { plan, change } = usePrintDesk('plan', 'change');
  return (
    <>
      <RecipeTable resolved={resolved} />
      <Button
        variant="contained"
        color="primary"
        className={kit.above8}
        onClick={() => {
          onTaken();
          const edit = recipesTaken(plan, resolved);
          if (edit) void change(edit);
        }}
      >
        {inksWords('got.takeTheNewRecipes')}
      </Button>
    </>
  );
}

function useGotActs(
  setResolved: Dispatch<SetStateAction<Resolved | undefined>>,
  run: Run,
  laid: Inking,
  setTyped: Dispatch<SetStateAction<Lab | undefined>>,
  setBusy: Dispatch<SetStateAction<boolean>>,
  question: InkQuestion,
) {
  const { log, tell, cabinet, layersWorker, plan, progress } = usePrintDesk(
    'log',
    'tell',
    'cabinet',
    'layersWorker',
    'plan',
    'progress',
  );
  const put = async (labD50: Lab, source: ReadingSource) => {
    setResolved(undefined);
    const answer = await log({ kind: 'colour-got', runId: run.id, colourId: laid.colourId, labD50, source });
    if (!answer.ok) tell(inWords(answer));
    setTyped(undefined);
  };
  const resolve = async () => {
    if (!cabinet.inks) return;
    setBusy(true);
    const answer = await layersWorker.ask('resolve', {
      plan,
      got: progress.bench.coloursGot,
      cabinet: cabinet.inks,
      run: question.run + 1,
    });
    setBusy(false);
    if (answer.ok) setResolved(answer.value);
    else tell(inWords(answer));
  };
  return { put, resolve };
}

function GotColour({ got }: { got: ColourGot }) {
  return (
    <p className={kit.around6}>
      <span className={kit.pair} aria-hidden>
        <i style={{ background: hexFromLabD50(got.labD50) }} />
      </span>{' '}
      {inksWords('got.readLAB', {
        how:
          got.source === 'typed'
            ? inksWords('got.andTypedIn')
            : got.source === 'file'
              ? inksWords('got.fromAFile')
              : inksWords('got.withTheReader'),
        lightness: got.labD50[0],
        redness: got.labD50[1],
        yellowness: got.labD50[2],
      })}
    </p>
  );
}

function round(lab: Lab): Lab {
  return lab.map((v) => roundTo(v, 1)) as unknown as Lab;
}
