'use client';
import { Explained } from '@/ui/kit/glossary/Explained';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState, type Dispatch, type SetStateAction } from 'react';
import { hexFromLabD50 as hex } from '@/core/colour';
import type { Outcome } from '@/core/units';
import { formatLength } from '@/words/lengths';
import { CHOKE_MM, TRAP_MM, type PairTrap, type FlatColour } from '@/model';
import { cutLineNotes, printsFromOneSide, trapsOf, cutsAhead } from '@/derived';
import { LengthField } from '../../kit/fields';
import { usePrintDesk } from '../../kit/printContext';
import { Swatch } from '../../kit/Swatch';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import type { Trap } from '@/derived';
import type { PrintPart } from '@/core/layers';
import { listOf } from '@/words/phrases';
import { blockWords } from '@/words/block';
import { noteInWords } from '@/words/notes';

/** Overlap between blocks, choke in a reduction: where colours meet, and on which side of the line to cut. */
export function FitPanel({ run }: { run: number }) {
  const { plan, unit, progress, sheet } = usePrintDesk('plan', 'unit', 'progress', 'sheet');
  const colours = plan.flat!.colours;
  const colour = (id: string) => colours.find((c) => c.id === id)!;
  const closed = !cutsAhead(plan, progress);
  const reduction = printsFromOneSide(plan);
  const traps = trapsOf(plan);
  const extra = sheet.parts.slice(colours.length).map((part, i) => ({ part, at: colours.length + i }));
  const overlapping = extra.filter(({ part }) => part.as.length > 1 || part.as[0] !== part.label);
  const share = overlapping.reduce((sum, { at }) => sum + sheet.share[at], 0);
  const areaCm2 = (plan.picture!.widthMm * plan.picture!.heightMm) / 100;
  return (
    <>
      {progress.cutsDone > 0 && (
        <p className={clsx(kit.say, kit.wait)}>
          {closed ? blockWords('fit.everyCutIsDone') : blockWords('fit.someLinesAreOn')}
        </p>
      )}
      <OverlapRule reduction={reduction} closed={closed} />
      {!reduction && <Pairs closed={closed} />}
      <AtTheCutLines run={run} />
      <OverlapsInPrint
        overlapping={overlapping}
        reduction={reduction}
        traps={traps}
        share={share}
        areaCm2={areaCm2}
        colours={colours}
      />
      {!reduction && traps.length > 0 && (
        <p className={kit.note}>
          {blockWords('fit.now', {
            traps: traps
              .map((t) =>
                blockWords('fit.growsUnder', {
                  grow: colour(t.grow).name,
                  length: formatLength(t.mm, unit, 2),
                  under: colour(t.under).name,
                }),
              )
              .join(' · '),
          })}
        </p>
      )}
    </>
  );
}

/** On which side of the drawn line a run's block is cut. */
function AtTheCutLines({ run }: { run: number }) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const notes = cutLineNotes(plan, plan.runs[run - 1]).map((note) => noteInWords(note, unit));
  return (
    <section>
      <h2>{blockWords('fit.atTheCutLines', { run })}</h2>
      {notes.length === 0 ? (
        <p className={kit.note}>{blockWords('fit.cutOnTheLine')}</p>
      ) : (
        <ul className={kit.watch}>
          {notes.map((note) => (
            <li key={note} className={kit.plain}>
              {note}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

interface OverlapsInPrintProps {
  readonly overlapping: { part: PrintPart; at: number }[];
  readonly reduction: boolean;
  readonly traps: Trap[];
  readonly share: number;
  readonly areaCm2: number;
  readonly colours: readonly FlatColour[];
}

/** Where the overlaps show, and as what. */
function OverlapsInPrint({ overlapping, reduction, traps, share, areaCm2, colours }: OverlapsInPrintProps) {
  const { looks, sheetFull } = usePrintDesk('looks', 'sheetFull');
  return (
    <section>
      <h2>{blockWords('fit.inThePrint')}</h2>
      {overlapping.length === 0 ? (
        <p className={kit.note}>
          {reduction || traps.length > 0 ? blockWords('fit.nothingOverlapsYet') : blockWords('fit.noTwoColoursHere')}
        </p>
      ) : (
        <>
          <p className={kit.plain}>
            {blockWords('fit.shareOverlapped', {
              areaCm2: share * areaCm2,
              reduction: String(reduction),
              percent: 100 * share,
            })}
          </p>
          {looks && (
            <ul className={kit.watch}>
              {overlapping.slice(0, 8).map(({ part, at }) => (
                <OverlapRow key={at} at={at} part={part} reduction={reduction} colours={colours} />
              ))}
            </ul>
          )}
        </>
      )}
      {sheetFull && <p className={clsx(kit.say, kit.wait)}>{blockWords('fit.moreOverlapsAndMasks')}</p>}
    </section>
  );
}

interface OverlapRowProps {
  readonly at: number;
  readonly part: PrintPart;
  readonly reduction: boolean;
  readonly colours: readonly FlatColour[];
}

function OverlapRow({ at, part, reduction, colours }: OverlapRowProps) {
  const { looks } = usePrintDesk('looks');
  return (
    <li className={clsx(kit.row, kit.gap8, kit.noWrap, kit.small)}>
      <span className={kit.pair} aria-hidden>
        <i style={{ background: hex(looks!.looks.at(-1)![at]) }} />
        <i style={{ background: hex(looks!.looks.at(-1)![part.label]) }} />
      </span>
      <span>
        {reduction
          ? blockWords('fit.itsEdge', { colour: colours[part.label].name })
          : blockWords('fit.under', {
              as: listOf(part.as.filter((l) => l !== part.label).map((l) => colours[l].name)),
              colour: colours[part.label].name,
            })}{' '}
        <span className={clsx(kit.quiet, kit.num)}>
          {blockWords('fit.eToTheWish', { deltaE: looks!.agreement.deltaE[at] })}
        </span>
      </span>
    </li>
  );
}

/** How far colours reach under one another. */
function OverlapRule({ reduction, closed }: { reduction: boolean; closed: boolean }) {
  const {
    plan: { fit },
    unit,
    change,
  } = usePrintDesk('plan', 'unit', 'change');
  return (
    <section>
      <h2>
        <Explained term={reduction ? 'choke' : 'overlap'}>
          {reduction ? blockWords('fit.chokeOfDeeperStages') : blockWords('fit.overlapWhereBlocksMeet')}
        </Explained>
      </h2>
      <p className={clsx(kit.note, kit.above4, kit.below12)}>
        {reduction ? blockWords('fit.inAReductionEvery') : blockWords('fit.theLighterColourGrows')}
      </p>
      {reduction ? (
        <LengthField
          label={blockWords('fit.choke')}
          valueMm={fit.chokeMm}
          unit={unit}
          range={CHOKE_MM}
          disabled={closed}
          onChange={(chokeMm) => void change({ kind: 'fit-set', part: { chokeMm } })}
        />
      ) : (
        <LengthField
          label={blockWords('fit.overlapForAllPairs')}
          valueMm={fit.trapMm}
          unit={unit}
          range={TRAP_MM}
          disabled={closed}
          onChange={(trapMm) => void change({ kind: 'fit-set', part: { trapMm } })}
        />
      )}
    </section>
  );
}

/** Pairs with a length of their own, or the other way round. */
function Pairs({ closed }: { closed: boolean }) {
  const { plan, change } = usePrintDesk('plan', 'change');
  const printed = plan.flat!.colours.filter((c) => c.id !== plan.flat!.barePaperId);
  const [aId, setA] = useState(printed[0]?.id ?? ''),
    [bId, setB] = useState(printed[1]?.id ?? '');
  const name = (id: string) => printed.find((c) => c.id === id);
  const edit = (pairs: readonly PairTrap[]) => change({ kind: 'fit-set', part: { pairs } });
  const { pairs } = plan.fit;
  const taken = pairs.some((p) => (p.aId === aId && p.bId === bId) || (p.aId === bId && p.bId === aId));
  return (
    <section>
      <h3>{blockWords('fit.pairsOfTheirOwn')}</h3>
      {pairs.map(
        (pair, i) =>
          name(pair.aId) &&
          name(pair.bId) && (
            <OnePair key={`${pair.aId} ${pair.bId}`} pair={pair} name={name} closed={closed} edit={edit} i={i} />
          ),
      )}
      {!closed && printed.length > 1 && (
        <NewPair aId={aId} setA={setA} printed={printed} bId={bId} setB={setB} taken={taken} edit={edit} />
      )}
    </section>
  );
}

interface NewPairProps {
  readonly aId: string;
  readonly setA: Dispatch<SetStateAction<string>>;
  readonly printed: FlatColour[];
  readonly bId: string;
  readonly setB: Dispatch<SetStateAction<string>>;
  readonly taken: boolean;
  readonly edit: (pairs: readonly PairTrap[]) => Promise<Outcome<undefined>>;
}

function NewPair({ aId, setA, printed, bId, setB, taken, edit }: NewPairProps) {
  const {
    plan,
    plan: {
      fit: { pairs },
    },
  } = usePrintDesk('plan');
  return (
    <div className={clsx(kit.fields, kit.above12, kit.atTop)}>
      <TextField select label={blockWords('fit.between')} value={aId} onChange={(e) => setA(e.target.value)}>
        {printed.map((c) => (
          <MenuItem key={c.id} value={c.id}>
            {c.name}
          </MenuItem>
        ))}
      </TextField>
      <TextField select label={blockWords('fit.and')} value={bId} onChange={(e) => setB(e.target.value)}>
        {printed.map((c) => (
          <MenuItem key={c.id} value={c.id}>
            {c.name}
          </MenuItem>
        ))}
      </TextField>
      <Button
        disabled={aId === bId || taken}
        onClick={() => void edit([...pairs, { aId, bId, mm: plan.fit.trapMm || 0.3, grows: 'lighter' }])}
      >
        {blockWords('fit.setThisPair')}
      </Button>
    </div>
  );
}

interface OnePairProps {
  readonly pair: PairTrap;
  readonly name: (id: string) => FlatColour | undefined;
  readonly closed: boolean;
  readonly edit: (pairs: readonly PairTrap[]) => Promise<Outcome<undefined>>;
  readonly i: number;
}

function OnePair({ pair, name, closed, edit, i }: OnePairProps) {
  const {
    plan: {
      fit: { pairs },
    },
  } = usePrintDesk('plan');
  return (
    <div className={clsx(kit.stack, kit.gap8, kit.band)}>
      <div className={clsx(kit.row, kit.between)}>
        <span className={kit.plain}>
          <Swatch lab={name(pair.aId)!.wantedLabD50} /> {blockWords('fit.and2', { name: name(pair.aId)!.name })}{' '}
          <Swatch lab={name(pair.bId)!.wantedLabD50} /> {name(pair.bId)!.name}
        </span>
        <button
          type="button"
          className={clsx(kit.link, kit.quiet)}
          disabled={closed}
          onClick={() => void edit(pairs.filter((_, j) => j !== i))}
        >
          {blockWords('fit.asTheRule')}
        </button>
      </div>
      <PairFields pair={pair} closed={closed} edit={edit} i={i} />
    </div>
  );
}

interface PairFieldsProps {
  readonly pair: PairTrap;
  readonly closed: boolean;
  readonly edit: (pairs: readonly PairTrap[]) => Promise<Outcome<undefined>>;
  readonly i: number;
}

function PairFields({ pair, closed, edit, i }: PairFieldsProps) {
  const {
    unit,
    plan: {
      fit: { pairs },
    },
  } = usePrintDesk('unit', 'plan');
  return (
    <div className={clsx(kit.fields, kit.atTop)}>
      <LengthField
        label={blockWords('fit.overlap')}
        valueMm={pair.mm}
        unit={unit}
        range={TRAP_MM}
        disabled={closed}
        onChange={(mm) => void edit(pairs.map((p, j) => (j === i ? { ...p, mm } : p)))}
      />
      <TextField
        select
        label={blockWords('fit.grows')}
        disabled={closed}
        value={pair.grows}
        onChange={(e) =>
          void edit(pairs.map((p, j) => (j === i ? { ...p, grows: e.target.value as PairTrap['grows'] } : p)))
        }
      >
        <MenuItem value="lighter">{blockWords('fit.theLighter')}</MenuItem>
        <MenuItem value="darker">{blockWords('fit.theDarker')}</MenuItem>
      </TextField>
    </div>
  );
}
