'use client';
import { Explained } from '@/ui/kit/glossary/Explained';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { LEAST_HOLD_MM, pieceLetter, SAW_WIDTH_MM, sawingMinutes, type SawnPiece } from '@/core/cutting';
import type { LengthUnit } from '@/core/units';
import { formatLength } from '@/words/lengths';
import { inkedApart, sawBegun } from '@/derived';
import { SAW_LEAST_MM2, type BlockSide, type Saw } from '@/model';
import { Cautions } from '@/ui/kit/Cautions';
import { Choice } from '@/ui/kit/Choice';
import { LengthField, NumberField } from '@/ui/kit/fields';
import { FileLink } from '@/ui/kit/FileLink';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { Swatch } from '@/ui/kit/Swatch';
import { listOf } from '@/words/phrases';
import { areaInWords, decimal } from '@/words/quantities';
import { sawWords } from '@/words/saw';
import { useMeetings } from '../useMeetings';
import type { useSawnBlock } from './useSawnBlock';

export type SawnBlockShown = ReturnType<typeof useSawnBlock>;

/** A block sawn apart along its colours: where, how wide, into which pieces, and what of them cannot be held. */
export function SawPanel({ side, closed, set, sawn, problem }: SawnBlockShown) {
  const { progress } = usePrintDesk('progress');
  if (!side) return null;
  const cutOn = side.cuts.length > 1,
    drawn = side.cuts.some((cut) => cut.within);
  if (!side.saw)
    return (
      <section>
        <h2>
          <Explained term="jigsaw">{sawWords('title')}</Explained>
        </h2>
        <p className={kit.note}>{sawWords('says')}</p>
        {cutOn && <p className={clsx(kit.say, kit.wait, kit.above8)}>{sawWords('cutOn')}</p>}
        <Button
          className={kit.above10}
          disabled={closed || cutOn || drawn}
          onClick={() => void set(sawBegun(side).saw)}
        >
          {sawWords('begin')}
        </Button>
        <Cautions place="saw" />
      </section>
    );
  return (
    <>
      <Lines side={side} saw={side.saw} closed={closed} set={set} sawn={sawn} problem={problem} />
      <Pairs side={side} saw={side.saw} closed={closed} set={set} />
      {sawn && <Pieces saw={side.saw} sawn={sawn} closed={closed} set={set} />}
      <SawFiles sideId={side.id} />
      {progress.cutsDone > 0 && <p className={clsx(kit.note, kit.above8)}>{sawWords('afterTheCut')}</p>}
      <Cautions place="saw" />
    </>
  );
}

interface PartProps {
  readonly saw: Saw;
  readonly closed: boolean;
  readonly set: SawnBlockShown['set'];
}

/** The saw, its gaps, and what both come to. */
function Lines({
  saw,
  closed,
  set,
  sawn,
  problem,
}: PartProps & Pick<SawnBlockShown, 'sawn' | 'problem'> & { readonly side: BlockSide }) {
  const { unit } = usePrintDesk('unit');
  return (
    <section>
      <h2>{sawWords('sawn')}</h2>
      <div className={clsx(kit.fields, kit.atTop, kit.above12)}>
        <LengthField
          label={sawWords('width')}
          valueMm={saw.widthMm}
          unit={unit}
          range={SAW_WIDTH_MM}
          disabled={closed}
          onChange={(widthMm) => void set({ ...saw, widthMm })}
        />
        <Choice
          label={sawWords('gaps')}
          value={saw.gaps}
          options={[
            ['open', sawWords('gap.open')],
            ['closed', sawWords('gap.closed')],
          ]}
          disabled={closed}
          onChange={(gaps) => void set({ ...saw, gaps })}
        />
        <NumberField
          label={sawWords('least')}
          value={saw.leastMm2}
          range={SAW_LEAST_MM2}
          digits={0}
          disabled={closed}
          onChange={(leastMm2) => void set({ ...saw, leastMm2 })}
        />
      </div>
      {problem && (
        <p className={clsx(kit.say, kit.bad, kit.above8)} role="alert">
          {problem}
        </p>
      )}
      {!sawn && !problem && <p className={clsx(kit.note, kit.above8)}>{sawWords('looking')}</p>}
      {sawn && <Figures saw={saw} sawn={sawn} unit={unit} />}
      <button type="button" className={clsx(kit.link, kit.above8)} disabled={closed} onClick={() => void set(null)}>
        {sawWords('whole')}
      </button>
    </section>
  );
}

function Figures({ saw, sawn, unit }: { readonly saw: Saw; readonly sawn: Sawn; readonly unit: LengthUnit }) {
  const drilled = sawn.pieces.filter(({ faults }) => faults.includes('enclosed')).length;
  return (
    <>
      <p className={kit.above8} data-testid="saw-figures">
        {sawWords('figures', {
          pieces: sawn.pieces.length,
          length: decimal(sawn.seamLengthMm / 1000, 2),
          minutes: Math.round(sawingMinutes(sawn.seamLengthMm, drilled)),
          drilled,
        })}
      </p>
      <p className={kit.note}>
        {saw.gaps === 'open'
          ? sawWords('openSays', { area: areaInWords(sawn.sawnAwayMm2) })
          : sawWords('closedSays', {
              width: formatLength(sawn.closesMm.widthMm, unit, 1),
              height: formatLength(sawn.closesMm.heightMm, unit, 1),
            })}
      </p>
    </>
  );
}
type Sawn = NonNullable<SawnBlockShown['sawn']>;

/** Which colours are sawn from each other where they meet. */
function Pairs({ side, saw, closed, set }: PartProps & { readonly side: BlockSide }) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const meetings = useMeetings();
  const colours = plan.flat!.colours,
    standing = colours.flatMap((colour, label) => (side.cuts[0]?.standingIds.includes(colour.id) ? [label] : []));
  const pairs = meetings
    ? standing.flatMap((a, i) =>
        standing.slice(i + 1).flatMap((b) => {
          const mm = meetings.bordersMm[a * colours.length + b];
          return mm > 0 ? [{ a: colours[a], b: colours[b], mm }] : [];
        }),
      )
    : [];
  const turn = (aId: string, bId: string, sawnNow: boolean) =>
    set({
      ...saw,
      whole: sawnNow
        ? [...saw.whole, { aId, bId }]
        : saw.whole.filter((one) => !(same(one, aId, bId) || same(one, bId, aId))),
    });
  return (
    <section>
      <h3>{sawWords('pairs')}</h3>
      <p className={kit.note}>{sawWords('pairsSay')}</p>
      <ul className={kit.watch}>
        {pairs.map(({ a, b, mm }) => {
          const sawnNow = inkedApart(plan, side.cuts[0].id, a.id, b.id);
          return (
            <li key={`${a.id} ${b.id}`} className={kit.plain}>
              <label className={clsx(kit.row, kit.gap8, kit.noWrap)}>
                <input
                  type="checkbox"
                  checked={sawnNow}
                  disabled={closed}
                  onChange={() => void turn(a.id, b.id, sawnNow)}
                />
                <Swatch lab={a.wantedLabD50} /> {a.name} | <Swatch lab={b.wantedLabD50} /> {b.name}
                <span className={clsx(kit.quiet, kit.num)}>{formatLength(mm, unit, 0)}</span>
              </label>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

const same = (one: Saw['whole'][number], a: string, b: string) => one.aId === a && one.bId === b;

/** The pieces by their letters, with what is wrong with each and what would mend it. */
function Pieces({ saw, sawn, closed, set }: PartProps & { readonly sawn: Sawn }) {
  const { plan } = usePrintDesk('plan');
  const anchorOf = ({ xMm, yMm, labels }: SawnPiece) => ({ xMm, yMm, colourId: plan.flat!.colours[labels[0]].id });
  const small = sawn.pieces.filter(({ faults }) => faults.includes('small'));
  const holdIn = (pieces: readonly SawnPiece[]) =>
    set({ ...saw, heldIn: [...saw.heldIn, ...pieces.map(anchorOf)].slice(0, 2000) });
  return (
    <section>
      <h3>{sawWords('pieces')}</h3>
      {small.length > 1 && (
        <Button disabled={closed} onClick={() => void holdIn(small)}>
          {sawWords('holdAll', { pieces: small.length })}
        </Button>
      )}
      {saw.heldIn.length > 0 && (
        <p className={clsx(kit.note, kit.above6)}>
          {sawWords('held', { islands: saw.heldIn.length })}{' '}
          <button type="button" className={kit.link} disabled={closed} onClick={() => void set({ ...saw, heldIn: [] })}>
            {sawWords('sawThemOut')}
          </button>
        </p>
      )}
      <ol className={kit.watch} data-testid="saw-pieces">
        {sawn.pieces.map((piece, p) => (
          <PieceRow key={p} piece={piece} letter={pieceLetter(p)} closed={closed} hold={() => void holdIn([piece])} />
        ))}
      </ol>
    </section>
  );
}

interface PieceRowProps {
  readonly piece: SawnPiece;
  readonly letter: string;
  readonly closed: boolean;
  readonly hold: () => void;
}

function PieceRow({ piece, letter, closed, hold }: PieceRowProps) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const colours = piece.labels.map((label) => plan.flat!.colours[label]);
  return (
    <li className={kit.plain}>
      <div className={clsx(kit.row, kit.gap8, kit.noWrap)}>
        <b>{letter}</b>
        <span>
          {colours.slice(0, 3).map((colour) => (
            <Swatch key={colour.id} lab={colour.wantedLabD50} />
          ))}
        </span>
        <span>{listOf(colours.slice(0, 3).map(({ name }) => name))}</span>
        <span className={clsx(kit.quiet, kit.num)}>{areaInWords(piece.areaMm2)}</span>
      </div>
      {piece.faults.map((fault) => (
        <p key={fault} className={clsx(kit.note, kit.ochre)}>
          {sawWords(`fault.${fault}`, {
            hold: formatLength(LEAST_HOLD_MM, unit, 0),
            widest: formatLength(piece.widestMm, unit, 0),
            neck: formatLength(piece.neckMm ?? 0, unit, 0),
          })}{' '}
          {fault === 'small' && (
            <button type="button" className={kit.link} disabled={closed} onClick={hold}>
              {sawWords('hold')}
            </button>
          )}
        </p>
      ))}
    </li>
  );
}

function SawFiles({ sideId }: { readonly sideId: string }) {
  const { urls } = usePrintDesk('urls');
  return (
    <section>
      <h3>{sawWords('files')}</h3>
      <p className={kit.note}>{sawWords('filesSay')}</p>
      <div className={clsx(kit.row, kit.gap12, kit.above6)}>
        {(['pdf', 'svg', 'dxf'] as const).map((form) => (
          <FileLink key={form} href={urls.file(`saw-${sideId}.${form}`)}>
            {sawWords(`file.${form}`)}
          </FileLink>
        ))}
      </div>
    </section>
  );
}
