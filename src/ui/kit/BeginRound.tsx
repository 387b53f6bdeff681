'use client';
import { perLanguage } from '@/words/language';
import { inWords } from '@/words/failures';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import { useState } from 'react';
import { extendedFilm } from '@/core/inks';
import { aloneLabD50, filmOfInk, groundOfPlan, inkingsOf, inkOf, type Progress } from '@/derived';
import {
  EXTENDER_PERCENT,
  MOST_PROOFS,
  MOST_TRIALS,
  ROUND_PURPOSES,
  type ActOf,
  type Plan,
  type RoundPurpose,
} from '@/model';
import { listOf } from '@/words/phrases';
import { gramsInWords, quantity } from '@/words/quantities';
import { trialWords } from '@/words/trials';
import { kit } from '@/ui/kit/styles';
import css from './BeginRound.module.css';
import { Choice } from './Choice';
import { CountField } from './fields';
import { usePrintDesk } from './printContext';
import { Swatch } from './Swatch';

const purposes = perLanguage(() =>
  ROUND_PURPOSES.map((purpose) => [purpose, trialWords(`purpose.${purpose}`)] as const),
);
const PLANNED = '';
/** Grams of the mix the extender is said for. */
const SAID_FOR_G = 10;

function freeRoundId(progress: Progress, from: number): string {
  const roundId = `proofs-${from}`;
  return progress.bench.rounds.some((round) => round.roundId === roundId) ? freeRoundId(progress, from + 1) : roundId;
}

type ExtenderRow = NonNullable<ActOf<'round-begun'>['extender']>;

/** The row of trials with ever more extender: as many steps as sheets, none in the first. */
const percentsOf = (sheets: number, most: number) =>
  Array.from({ length: sheets }, (_, i) => (sheets < 2 ? 0 : Math.round((most * i) / (sheets - 1))));

function useBeginRound(onBegun: (roundId: string) => void) {
  const { log, tell, workshop, progress, plan } = usePrintDesk('log', 'tell', 'workshop', 'progress', 'plan');
  const count = progress.bench.rounds.filter(({ round }) => round === 'proof').length;
  const [name, setName] = useState('');
  const [purpose, choosePurpose] = useState<RoundPurpose>('whole set');
  const [counted, setCounted] = useState(6);
  const [paperId, setPaperId] = useState(PLANNED);
  const [row, setRow] = useState(false);
  const [mixId, setMixId] = useState('');
  const [most, setMost] = useState(60);
  const papers = (workshop.items ?? []).flatMap(({ item }) => (item.kind === 'paper' ? [item] : []));
  const mixes = plan.runs.flatMap((run, r) => inkingsOf(run).map((inking) => ({ run, r, inking })));
  const mix = mixes.find(({ inking }) => inking.id === mixId) ?? mixes[0];
  const withRow = row && purpose === 'colour trial' && mix !== undefined;
  const fits = !withRow || (counted >= 2 && counted <= MOST_TRIALS);
  const extender: ExtenderRow | undefined =
    withRow && fits ? { runId: mix.run.id, inkingId: mix.inking.id, percents: percentsOf(counted, most) } : undefined;
  const setPurpose = (next: RoundPurpose) => {
    choosePurpose(next);
    if (next === 'progressive set' && plan.runs.length > 0) setCounted(plan.runs.length);
  };
  const begin = async () => {
    const paper = papers.find(({ id }) => id === paperId);
    const roundId = freeRoundId(progress, count + 1);
    const done = await log({
      ...{ kind: 'round-begun', roundId, round: 'proof', name: name.trim(), purpose, counted, tests: 0 },
      paper: paper ? { name: paper.name, labD50: paper.labD50 } : null,
      ...(extender && { extender }),
    });
    if (!done.ok) return tell(inWords(done));
    setName('');
    tell(trialWords('round.begun', { sheets: counted }));
    onBegun(roundId);
  };
  return {
    ...{ name, setName, purpose, setPurpose, counted, setCounted, paperId, setPaperId, papers },
    ...{ row, setRow, mixes, mix, setMixId, most, setMost, withRow, fits, extender, begin },
  };
}

type Begin = ReturnType<typeof useBeginRound>;

/** Sheets for proofs: what for, on which paper, how many; a row of one mix with ever more extender where that is tried. */
export function BeginRound({ onBegun }: { onBegun?: (roundId: string) => void }) {
  const { paperPlanned } = usePrintDesk('paperPlanned');
  const round = useBeginRound(onBegun ?? (() => undefined));
  const { name, setName, purpose, setPurpose, counted, setCounted, paperId, setPaperId, papers, fits, begin } = round;
  return (
    // no form: Enter in a field takes its value, and begins nothing that cannot be undone
    <div className={css.begin} role="group" aria-label={trialWords('round.begin')}>
      <TextField
        label={trialWords('round.name')}
        value={name}
        onChange={(e) => setName(e.target.value.slice(0, 60))}
        fullWidth
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <Choice label={trialWords('round.purpose')} value={purpose} options={purposes()} onChange={setPurpose} />
      <TextField
        select
        label={trialWords('round.paper')}
        value={papers.some(({ id }) => id === paperId) ? paperId : PLANNED}
        onChange={(e) => setPaperId(e.target.value)}
        fullWidth
        slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
      >
        <MenuItem value={PLANNED}>{trialWords('round.asPlanned', { paper: paperPlanned.name })}</MenuItem>
        {papers.map((paper) => (
          <MenuItem key={paper.id} value={paper.id}>
            <Swatch lab={paper.labD50} />
            &ensp;{paper.name}
          </MenuItem>
        ))}
      </TextField>
      <CountField
        label={trialWords('round.sheets')}
        value={counted}
        range={{ min: 1, max: MOST_PROOFS, what: trialWords('round.theSheets') }}
        onChange={setCounted}
      />
      {purpose === 'colour trial' && round.mixes.length > 0 && <RowOfExtender {...round} />}
      <Button disabled={!fits} className={css.submit} onClick={() => void begin()}>
        {trialWords('round.begin')}
      </Button>
    </div>
  );
}

function RowOfExtender({ row, setRow, mixes, mix, setMixId, most, setMost, withRow, fits, extender }: Begin) {
  const { plan } = usePrintDesk('plan');
  const named = mixes.map(
    ({ inking, r }) => [inking.id, trialWords('round.mix', { run: r + 1, ink: inkOf(plan, inking).name })] as const,
  );
  return (
    <div className={css.row}>
      <label className={kit.tick}>
        <input type="checkbox" checked={row} onChange={(e) => setRow(e.target.checked)} /> {trialWords('round.row')}
      </label>
      {withRow && mix && (
        <div className={clsx(kit.fields, kit.above12)}>
          <Choice label={trialWords('round.rowOf')} value={mix.inking.id} options={named} onChange={setMixId} />
          <CountField
            label={trialWords('round.most')}
            value={most}
            range={{ ...EXTENDER_PERCENT, what: trialWords('round.theMost') }}
            onChange={setMost}
          />
        </div>
      )}
      {withRow && !fits && (
        <p className={clsx(kit.say, kit.wait, kit.above8)}>
          {trialWords('round.tooMany', { least: 2, most: MOST_TRIALS })}
        </p>
      )}
      {extender && <Steps plan={plan} extender={extender} />}
    </div>
  );
}

/** The steps of a row: each colour alone, its extender, and what to weigh. */
function Steps({ plan, extender }: { plan: Plan; extender: ExtenderRow }) {
  const run = plan.runs.find(({ id }) => id === extender.runId)!;
  const inking = inkingsOf(run).find(({ id }) => id === extender.inkingId)!;
  const ground = groundOfPlan(plan);
  const film = filmOfInk(ground, inkOf(plan, inking));
  const grams = (percent: number) => (SAID_FOR_G * percent) / (100 - percent);
  return (
    <>
      <p className={css.steps} aria-hidden>
        {extender.percents.map((percent, i) => (
          <Swatch key={i} large lab={aloneLabD50(ground, extendedFilm(film, percent), inking.filmWeight)} />
        ))}
      </p>
      <p className={clsx(kit.note, kit.above4)}>
        {trialWords('round.steps', {
          percents: extender.percents.map((percent) => quantity('percent', percent)).join(', '),
          grams: listOf(extender.percents.map((percent) => gramsInWords(grams(percent)))),
        })}
      </p>
    </>
  );
}
