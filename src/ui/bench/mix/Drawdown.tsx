'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import dynamic from 'next/dynamic';
import { useMemo, useState } from 'react';
import { CHIP_ERROR_DELTA_E, deltaE2000, hexFromLabD50, wordForDifference, type Lab } from '@/core/colour';
import { sharesWith, type Pot } from '@/derived';
import { POT_G, POT_READ_OVER, type ActOf } from '@/model';
import { LabFields } from '@/ui/kit/fields';
import { fetched } from '@/ui/kit/fetched';
import { usePrintDesk } from '@/ui/kit/printContext';
import { ReadingButtons } from '@/ui/kit/ReadingButtons';
import { kit } from '@/ui/kit/styles';
import { goToUnread } from '@/ui/kit/unread';
import { useLog } from '@/ui/kit/useLog';
import { craftWords } from '@/words/craft';
import { mixWords } from '@/words/mix';
import { inkName, poursInWords } from './mixInWords';
import type { Mix } from './useMix';
import { useNearest } from './useNearest';
import css from './mix.module.css';

const ChipDialog = dynamic(
  fetched(() => import('./ChipDialog').then((m) => m.ChipDialog)),
  { ssr: false },
);
const PhotoDialog = dynamic(
  fetched(() => import('./PhotoDialog').then((m) => m.PhotoDialog)),
  { ssr: false },
);

type Reading = Pot['readings'][number];
type ReadBy = ActOf<'pot-read'>['by'];
/** Start values: what a reading is off, ΔE00. */
const READ_ERROR: Readonly<Record<Exclude<ReadBy, 'photograph'>, number>> = {
  reader: 0.5,
  typed: 1,
  file: 0.5,
  chips: CHIP_ERROR_DELTA_E,
};
/** Of the pot, the most that is called a little more. */
const A_LITTLE = 0.25;

interface Props {
  readonly mix: Mix;
  readonly pot: Pot;
}

/** A drawdown of the pot beside what it must come to, and what it still lacks. */
export function Drawdown({ mix, pot }: Props) {
  if (mix.inPot.length > 0) return <OfPot mix={mix} pot={pot} />;
  return (
    <section aria-label={mixWords('draw.title')}>
      <h2>{mixWords('draw.title')}</h2>
      <p className={kit.note}>{mixWords('draw.empty')}</p>
    </section>
  );
}

function OfPot({ mix, pot }: Props) {
  const { id } = usePrintDesk('id');
  const { tasks, reckoned, one } = mix;
  const [over, setOver] = useState<Reading['over']>('paper');
  const [asking, ask] = useState<'chips' | 'photograph'>();
  const log = useLog();
  const last = pot.readings.findLast((reading) => reading.over === over);
  const wanted = tasks?.[over].targetLabD50;
  const put = (labD50: Lab, by: ReadBy, errorDeltaE: number) => {
    ask(undefined);
    const rounded = labD50.map((v) => Math.round(100 * v) / 100) as unknown as [number, number, number];
    void log({ kind: 'pot-read', potId: pot.potId, over, labD50: rounded, by, errorDeltaE });
  };
  return (
    <section aria-label={mixWords('draw.title')}>
      <h2>{mixWords('draw.title')}</h2>
      <Steps over={over} />
      <Where over={over} onOver={setOver} />
      <Colours wanted={wanted} reckoned={reckoned?.[over]} read={last?.labD50} />
      <ReadingButtons
        request={{ kind: 'pot', printId: id, potId: pot.potId, over }}
        onReading={({ labD50 }, source) => put(labD50, source, READ_ERROR[source])}
      />
      <div className={clsx(kit.row, kit.above8)}>
        <Button onClick={() => ask('chips')}>{mixWords('draw.byChips')}</Button>
        <Button onClick={() => ask('photograph')}>{mixWords('draw.byPhoto')}</Button>
      </div>
      <TypedColour
        key={last?.at}
        begin={last?.labD50 ?? wanted ?? [50, 0, 0]}
        onPut={(lab) => put(lab, 'typed', READ_ERROR.typed)}
      />
      {last && wanted && <Verdict mix={mix} pot={pot} reading={last} wanted={wanted} />}
      {asking === 'chips' && one && wanted && (
        <ChipDialog
          one={one}
          wanted={wanted}
          onKeep={(lab) => put(lab, 'chips', CHIP_ERROR_DELTA_E)}
          onClose={() => ask(undefined)}
        />
      )}
      {asking === 'photograph' && (
        <PhotoDialog
          onKeep={(lab, error) => put(lab, 'photograph', Math.min(30, error))}
          onClose={() => ask(undefined)}
        />
      )}
    </section>
  );
}

function Where({ over, onOver }: { readonly over: Reading['over']; readonly onOver: (over: Reading['over']) => void }) {
  return (
    <div className={css.ways} role="group" aria-label={mixWords('draw.where')}>
      {POT_READ_OVER.map((where) => (
        <button
          key={where}
          type="button"
          className={clsx(css.way, kit.pressIn)}
          aria-pressed={over === where}
          onClick={() => onOver(where)}
        >
          {mixWords(`draw.over.${where}`)}
        </button>
      ))}
    </div>
  );
}

function TypedColour({ begin, onPut }: { readonly begin: Lab; readonly onPut: (lab: Lab) => void }) {
  const [typed, setTyped] = useState<Lab>();
  return (
    <div className={clsx(kit.gap8, kit.above10)}>
      <LabFields name={mixWords('draw.typedName')} lab={typed ?? begin} onChange={setTyped} />
      <Button
        disabled={!typed}
        onClick={({ currentTarget }) => {
          if (typed && !goToUnread(currentTarget.parentElement)) onPut(typed);
        }}
      >
        {mixWords('draw.typed')}
      </Button>
    </div>
  );
}

function Steps({ over }: { readonly over: Reading['over'] }) {
  return (
    <ol className={css.steps}>
      <li>{mixWords(over === 'paper' ? 'draw.steps.dab' : 'draw.steps.over')}</li>
      <li>{mixWords('draw.steps.dry')}</li>
      <li>{mixWords('draw.steps.hold')}</li>
    </ol>
  );
}

interface ColoursProps {
  readonly wanted: Lab | undefined;
  readonly reckoned: Lab | undefined;
  readonly read: Lab | undefined;
}

function Colours(shown: ColoursProps) {
  return (
    <div className={css.colours}>
      {(['wanted', 'reckoned', 'read'] as const).map((which) => {
        const lab = shown[which];
        return (
          <figure key={which}>
            <div className={clsx(!lab && css.unknown)} style={lab && { background: hexFromLabD50(lab) }} aria-hidden />
            <figcaption>{mixWords(which === 'read' && !lab ? 'draw.notRead' : `draw.${which}`)}</figcaption>
          </figure>
        );
      })}
    </div>
  );
}

interface VerdictProps extends Props {
  readonly reading: Reading;
  readonly wanted: Lab;
}

/** How far the reading is off, and a little more of what brings it nearer; nothing is asked for within the reading's own error. */
function Verdict({ mix: { inPot }, pot, reading, wanted }: VerdictProps) {
  const { cabinet } = usePrintDesk('cabinet');
  const log = useLog();
  const off = deltaE2000(reading.labD50, wanted);
  const within = off <= Math.max(1, reading.errorDeltaE);
  // what was poured after the reading has changed the pot: it is read again before more is said
  const stale = pot.pours.some(({ at }) => at > reading.at);
  const question = useMemo(() => {
    const potG = inPot.reduce((sum, { grams }) => sum + grams, 0);
    return within || stale
      ? undefined
      : { over: reading.over, inPot, mostG: Math.max(0.1, A_LITTLE * potG), readLabD50: reading.labD50 };
  }, [within, stale, reading, inPot]);
  const { nearest, problem } = useNearest(pot, question);
  const nameOf = (id: string) => inkName(cabinet.inks, id);
  const take = () => {
    if (!nearest) return;
    const { wantedG, shares } = sharesWith(inPot, nearest.pours, nameOf);
    void log({ kind: 'pot-changed', potId: pot.potId, wantedG: Math.max(POT_G.min, wantedG), shares });
  };
  return (
    <div className={clsx(kit.say, within ? kit.good : kit.wait, kit.above12)} role="status">
      <p>
        {mixWords('draw.isOff', {
          ...{ how: mixWords(`draw.how.${reading.by}`), deltaE: off, error: reading.errorDeltaE },
          word: craftWords(`difference.${wordForDifference(off)}`),
        })}
      </p>
      {within ? (
        <p>{mixWords('draw.within')}</p>
      ) : stale ? (
        <p>{mixWords('draw.stale')}</p>
      ) : problem ? (
        <p>{problem}</p>
      ) : !nearest ? (
        <p className={kit.note}>{mixWords('draw.searching')}</p>
      ) : nearest.pours.length === 0 ? (
        <p>{mixWords('draw.nothingBetter')}</p>
      ) : (
        <>
          <p>{mixWords('draw.more', { more: poursInWords(nearest.pours, nameOf), deltaE: nearest.deltaE })}</p>
          <Button variant="contained" color="primary" onClick={take}>
            {mixWords('draw.takeMore')}
          </Button>
        </>
      )}
    </div>
  );
}
