'use client';
import Button from '@mui/material/Button';
import { deltaE2000, type Lab } from '@/core/colour';
import { type RehearsalResult, type RehearsalSlip } from '@/core/cutting';
import { formatLength } from '@/words/lengths';
import { type Plan, type FlatColour } from '@/model';
import { usePrintDesk } from '../../kit/printContext';
import { Swatch } from '../../kit/Swatch';
import { areaInWords } from '@/words/quantities';
import { dueOf, filmsAfter, lessons, slipWords } from './stageOf';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './Rehearsal.module.css';
import { type Part } from './useRehearsal';
import { rehearseWords } from '@/words/rehearse';

interface VerdictProps {
  readonly result: RehearsalResult;
  readonly plan: Plan;
  readonly films: readonly Lab[];
  readonly parts: readonly Part[];
  readonly chosen: number | undefined;
  readonly onChoose: (key: number) => void;
  readonly onAgain: () => void;
  readonly onLeave: () => void;
}

export function Verdict({ result, plan, films, parts, chosen, onChoose, onAgain, onLeave }: VerdictProps) {
  const { mmPerPx } = plan.picture!.raster;
  const colours = plan.flat!.colours,
    runs = plan.runs.length;
  const planned = (label: number) => films[Math.min(films.length - 1, dueOf(plan)[label])];
  const place = (slip: RehearsalSlip) => parts.find((p) => p.key === slip.part.key)!;
  return (
    <>
      <section>
        <p className={kit.answer} data-testid="score">
          {rehearseWords('verdict.of', { score: result.score })}
        </p>
        <p className={kit.note}>
          {result.slips.length === 0
            ? rehearseWords('verdict.allPartsWereCut', { parts: result.parts })
            : rehearseWords('verdict.ofPartsAtThe', {
                slips: result.slips.length,
                parts: result.parts,
                area: areaInWords(result.wrongAreaMm2),
              })}
        </p>
      </section>
      {result.slips.length > 0 && (
        <Costs
          result={result}
          films={films}
          runs={runs}
          planned={planned}
          place={place}
          chosen={chosen}
          onChoose={onChoose}
          mmPerPx={mmPerPx}
          colours={colours}
        />
      )}
      <section>
        <h2>{rehearseWords('verdict.toRemember')}</h2>
        <ul className={kit.watch}>
          {lessons(result).map((lesson) => (
            <li key={lesson} className={kit.plain}>
              {lesson}
            </li>
          ))}
        </ul>
      </section>
      <section className={clsx(kit.toFoot, kit.stack, kit.gap8)}>
        <Button variant="contained" className={kit.target} onClick={onAgain}>
          {rehearseWords('verdict.onceMore')}
        </Button>
        <Button className={kit.target} onClick={onLeave}>
          {rehearseWords('verdict.enoughForToday')}
        </Button>
      </section>
    </>
  );
}

interface CostsProps {
  readonly result: RehearsalResult;
  readonly films: readonly Lab[];
  readonly runs: number;
  readonly planned: (label: number) => Lab;
  readonly place: (slip: RehearsalSlip) => Part;
  readonly chosen: number | undefined;
  readonly onChoose: (key: number) => void;
  readonly mmPerPx: number;
  readonly colours: readonly FlatColour[];
}

function Costs({ result, films, runs, planned, place, chosen, onChoose, mmPerPx, colours }: CostsProps) {
  return (
    <section>
      <h2>{rehearseWords('verdict.whatItWouldHave')}</h2>
      <ul className={clsx(kit.watch, kit.scrolls, css.slips)}>
        {result.slips.map((slip) => {
          const seen = films[Math.min(films.length - 1, filmsAfter(slip, runs))],
            due = planned(slip.part.label);
          const { x, y } = place(slip);
          return (
            <SlipRow
              key={slip.part.key}
              slip={slip}
              chosen={chosen}
              onChoose={onChoose}
              x={x}
              mmPerPx={mmPerPx}
              y={y}
              seen={seen}
              due={due}
              colours={colours}
            />
          );
        })}
      </ul>
    </section>
  );
}

interface SlipRowProps {
  readonly slip: RehearsalSlip;
  readonly chosen: number | undefined;
  readonly onChoose: (key: number) => void;
  readonly x: number;
  readonly mmPerPx: number;
  readonly y: number;
  readonly seen: Lab;
  readonly due: Lab;
  readonly colours: readonly FlatColour[];
}

function SlipRow({ slip, chosen, onChoose, x, mmPerPx, y, seen, due, colours }: SlipRowProps) {
  const { unit } = usePrintDesk('unit');
  return (
    <li>
      <button
        type="button"
        className={clsx(kit.bare, kit.fullWidth)}
        aria-pressed={chosen === slip.part.key}
        onClick={() => onChoose(slip.part.key)}
      >
        <span className={clsx(kit.row, kit.between)}>
          <strong className={clsx(slip.kind === 'too early' && kit.madder)}>
            {rehearseWords(`slip.${slip.kind}`)}
          </strong>
          <span className={clsx(kit.note, kit.num)}>
            {rehearseWords('verdict.at', {
              area: areaInWords(slip.part.areaMm2),
              across: formatLength(x * mmPerPx, unit, 0),
              down: formatLength(y * mmPerPx, unit, 0),
            })}
          </span>
        </span>
        <span className={clsx(kit.gap8, kit.small, kit.above3, css.seenAndDue)}>
          <span className={kit.pair} aria-hidden>
            <Swatch lab={seen} />
            <Swatch lab={due} />
          </span>
          <span>
            {slipWords(slip, colours[slip.part.label].name)}{' '}
            <span className={clsx(kit.quiet, kit.num)}>
              {rehearseWords('verdict.e', { deltaE2000: deltaE2000(seen, due) })}
            </span>
          </span>
        </span>
      </button>
    </li>
  );
}
