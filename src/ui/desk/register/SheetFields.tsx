'use client';
import { Explained } from '@/ui/kit/glossary/Explained';
import { perLanguage } from '@/words/language';
import {
  ALLOWANCE_RANGE_MM,
  GAP_RANGE_MM,
  MARGIN_RANGE_MM,
  MARGIN_RULES,
  MAX_COPIES,
  registrationWay,
  SHEET_EDGES,
  TITLE_RANGE_MM,
  type EdgesMm,
  type MarginRule,
  type SheetLayout,
  type Solved,
  type SheetEdge,
  type RectMm,
} from '@/core/registration';
import { formatLength, formatSize } from '@/words/lengths';
import { SIZE_RANGE_MM, type LayoutPlan, type Block } from '@/model';
import { Choice } from '../../kit/Choice';
import { CountField, LengthField } from '../../kit/fields';
import { usePrintDesk } from '../../kit/printContext';
import { PaperColour } from './PaperColour';
import { useLayoutChange } from './useLayoutChange';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { registerWords } from '@/words/register';
import { rich } from '@/ui/kit/rich';
import { craftWords } from '@/words/craft';
import { layoutInWords } from '@/words/layout';

const solves = perLanguage((): readonly (readonly [Solved, string])[] => [
  ['paper', registerWords('sheetFields.thePaperFromImage')],
  ['margins', registerWords('sheetFields.theMarginsFromImage')],
  ['image', registerWords('sheetFields.theImageFromPaper')],
]);
const GRAINS: readonly (readonly [LayoutPlan['paperGrain'], string])[] = [
  ['upright', 'upright'],
  ['level', 'level'],
];
const sides = perLanguage((): readonly (readonly [LayoutPlan['paperSide'], string])[] => [
  ['smooth', registerWords('sheetFields.smoothSide')],
  ['rough', registerWords('sheetFields.roughSide')],
]);
const ruleWords = perLanguage((): Record<MarginRule, string> => ({
  equal: registerWords('sheetFields.equalAllRound'),
  'larger bottom': registerWords('sheetFields.aFifthLargerBelow'),
  centred: 'centred',
  typed: 'typed',
}));
const rules = perLanguage(() => MARGIN_RULES.map((rule) => [rule, ruleWords()[rule]] as const));

/** What the sheet is solved from, what is trimmed off, edges, copies, blocks. */
export function SheetFields({ layout }: { layout: SheetLayout }) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const { layout: l } = plan;
  const edit = useLayoutChange();
  const allowance: EdgesMm = l.allowanceMm ?? registrationWay(plan.way.registration).allowanceMm;
  return (
    <>
      <TwoOfThree edit={edit} layout={layout} />
      {layout.problems.length > 0 && (
        <section role="status">
          {layout.problems.map((p) => (
            <p key={p.text.code} className={clsx(kit.say, kit.bad, kit.above8)}>
              {layoutInWords(p.text, unit)}
            </p>
          ))}
        </section>
      )}
      <TrimmedOff edit={edit} allowance={allowance} />
      <PaperFields edit={edit} />
      <SeveralOnOne edit={edit} />
      <BlocksInCorner layout={layout} />
    </>
  );
}

function BlocksInCorner({ layout }: { layout: SheetLayout }) {
  const { plan, change } = usePrintDesk('plan', 'change');
  return (
    <section>
      <h2>
        <Explained term="stops">{registerWords('sheetFields.blocksInTheOrigin')}</Explained>
      </h2>
      <p className={clsx(kit.note, kit.above4, kit.below8)}>{registerWords('sheetFields.theImageEndsAt')}</p>
      {plan.blocks.map((block) => {
        const found = layout.blocks.find((x) => x.name === block.name);
        const image = { widthMm: plan.picture!.widthMm, heightMm: plan.picture!.heightMm };
        const size = block.sizeMm ?? image;
        const set = (sizeMm: { widthMm: number; heightMm: number }) =>
          void change({
            kind: 'block-set',
            blockId: block.id,
            part: {
              sizeMm:
                Math.abs(sizeMm.widthMm - image.widthMm) < 0.05 && Math.abs(sizeMm.heightMm - image.heightMm) < 0.05
                  ? null
                  : sizeMm,
            },
          });
        return <BlockSize key={block.id} block={block} size={size} set={set} found={found} />;
      })}
    </section>
  );
}

function BlockSize({
  block,
  size,
  set,
  found,
}: {
  block: Block;
  size: { readonly widthMm: number; readonly heightMm: number };
  set: (sizeMm: { widthMm: number; heightMm: number }) => undefined;
  found:
    | { readonly name: string; readonly rect: RectMm; readonly leavesLeftMm: number; readonly leavesTopMm: number }
    | undefined;
}) {
  const { unit, progress } = usePrintDesk('unit', 'progress');
  return (
    <div className={kit.around12}>
      <div className={kit.fields}>
        <LengthField
          label={registerWords('sheetFields.width', { block: block.name })}
          valueMm={size.widthMm}
          unit={unit}
          range={SIZE_RANGE_MM}
          onChange={(widthMm) => set({ ...size, widthMm })}
          disabled={progress.cutsDone > 0}
        />
        <LengthField
          label={registerWords('sheetFields.height')}
          valueMm={size.heightMm}
          unit={unit}
          range={SIZE_RANGE_MM}
          onChange={(heightMm) => set({ ...size, heightMm })}
          disabled={progress.cutsDone > 0}
        />
      </div>
      {found && (
        <p className={clsx(kit.note, kit.num)}>
          {registerWords('sheetFields.leavesAtTheLeft', {
            leavesLeft: formatLength(found.leavesLeftMm, unit),
            leavesTop: formatLength(found.leavesTopMm, unit),
          })}
        </p>
      )}
    </div>
  );
}

interface SeveralOnOneProps {
  readonly edit: (edit: (layout: LayoutPlan) => Partial<LayoutPlan>) => undefined;
}

function SeveralOnOne({ edit }: SeveralOnOneProps) {
  const {
    plan: { layout: l },
    unit,
  } = usePrintDesk('plan', 'unit');
  return (
    <section>
      <h2>{registerWords('sheetFields.severalOnOneSheet')}</h2>
      <div className={clsx(kit.fields, kit.above14)}>
        <CountField
          label={registerWords('sheetFields.across')}
          value={l.copies.columns}
          range={{ min: 1, max: MAX_COPIES, what: registerWords('sheetFields.theImagesSideBy') }}
          onChange={(columns) => edit(() => ({ copies: { ...l.copies, columns } }))}
        />
        <CountField
          label={registerWords('sheetFields.down')}
          value={l.copies.rows}
          range={{ min: 1, max: MAX_COPIES, what: registerWords('sheetFields.theImagesBelowOne') }}
          onChange={(rows) => edit(() => ({ copies: { ...l.copies, rows } }))}
        />
      </div>
      {l.copies.columns * l.copies.rows > 1 && (
        <div className={kit.above12}>
          <LengthField
            label={registerWords('sheetFields.gapToCutApart')}
            valueMm={l.copies.gapMm}
            unit={unit}
            range={GAP_RANGE_MM}
            onChange={(gapMm) => edit(() => ({ copies: { ...l.copies, gapMm } }))}
          />
        </div>
      )}
    </section>
  );
}

interface PaperFieldsProps {
  readonly edit: (edit: (layout: LayoutPlan) => Partial<LayoutPlan>) => undefined;
}

function PaperFields({ edit }: PaperFieldsProps) {
  const {
    plan: { layout: l },
  } = usePrintDesk('plan');
  return (
    <section>
      <PaperColour />
      <div className={clsx(kit.row, kit.around8)} role="group" aria-label={registerWords('sheetFields.tornEdges')}>
        {SHEET_EDGES.map((edge) => (
          <label key={edge} className={kit.tick}>
            <input
              type="checkbox"
              checked={l.tornEdges.includes(edge)}
              onChange={(e) =>
                edit(() => ({
                  tornEdges: e.target.checked ? [...l.tornEdges, edge] : l.tornEdges.filter((t) => t !== edge),
                }))
              }
            />{' '}
            {registerWords('sheetFields.torn', { edge })}
          </label>
        ))}
      </div>
      <p className={kit.note}>{registerWords('sheetFields.thickEdgesOnThe')}</p>
      <div className={clsx(kit.fields, kit.above14)}>
        <Choice
          label={registerWords('sheetFields.grain')}
          value={l.paperGrain}
          options={GRAINS}
          onChange={(paperGrain) => edit(() => ({ paperGrain }))}
        />
        <Choice
          label={registerWords('sheetFields.printedSide')}
          value={l.paperSide}
          options={sides()}
          onChange={(paperSide) => edit(() => ({ paperSide }))}
        />
      </div>
    </section>
  );
}

interface TrimmedOffProps {
  readonly edit: (edit: (layout: LayoutPlan) => Partial<LayoutPlan>) => undefined;
  readonly allowance: Readonly<Record<SheetEdge, number>>;
}

function TrimmedOff({ edit, allowance }: TrimmedOffProps) {
  const {
    plan: { layout: l },
    unit,
  } = usePrintDesk('plan', 'unit');
  return (
    <section>
      <h2>{registerWords('sheetFields.trimmedOffLater')}</h2>
      <p className={clsx(kit.note, kit.above4, kit.below12)}>
        {registerWords('sheetFields.asTheWayOf', { allowanceMm: String(Boolean(l.allowanceMm)) })}
        {l.allowanceMm && (
          <>
            {' '}
            <button type="button" className={kit.link} onClick={() => edit(() => ({ allowanceMm: null }))}>
              {registerWords('sheetFields.asTheWayAsks')}
            </button>
          </>
        )}
      </p>
      <div className={kit.fields}>
        {SHEET_EDGES.map((edge) => (
          <LengthField
            key={edge}
            label={craftWords(`edge.${edge}`)}
            valueMm={allowance[edge]}
            unit={unit}
            range={ALLOWANCE_RANGE_MM}
            onChange={(mm) => edit(() => ({ allowanceMm: { ...allowance, [edge]: mm } }))}
          />
        ))}
      </div>
    </section>
  );
}

interface TwoOfThreeProps {
  readonly edit: (edit: (layout: LayoutPlan) => Partial<LayoutPlan>) => undefined;
  readonly layout: SheetLayout;
}

function TwoOfThree({ edit, layout }: TwoOfThreeProps) {
  const { unit } = usePrintDesk('unit');
  return (
    <section>
      <h2>{registerWords('sheetFields.twoOfThree')}</h2>
      <SolvedFields edit={edit} layout={layout} />
      <p className={kit.above12}>
        {rich(
          registerWords.rich('sheetFields.finishedSheet', {
            strong: (c) => <strong className={kit.num}>{c}</strong>,
            widthMm: formatSize(layout.paperMm.widthMm, layout.paperMm.heightMm, unit),
          }),
        )}
        {layout.sheetMm.widthMm > layout.paperMm.widthMm || layout.sheetMm.heightMm > layout.paperMm.heightMm ? (
          <>
            {rich(
              registerWords.rich('sheetFields.cutThePaperTo', {
                strong: (c) => <strong className={kit.num}>{c}</strong>,
                widthMm: formatSize(layout.sheetMm.widthMm, layout.sheetMm.heightMm, unit),
              }),
            )}
          </>
        ) : (
          ''
        )}
        .
      </p>
    </section>
  );
}

interface SolvedFieldsProps {
  readonly edit: (edit: (layout: LayoutPlan) => Partial<LayoutPlan>) => undefined;
  readonly layout: SheetLayout;
}

function SolvedFields({ edit, layout }: SolvedFieldsProps) {
  const {
    plan: { layout: l },
    unit,
  } = usePrintDesk('plan', 'unit');
  return (
    <div className={clsx(kit.stack, kit.gap14, kit.above14)}>
      <Choice
        label={registerWords('sheetFields.workedOut')}
        value={l.solve}
        options={solves()}
        onChange={(solve) => edit(() => ({ solve, paperMm: layout.paperMm, marginsMm: nonNegative(layout.marginsMm) }))}
      />
      <MarginRuleField edit={edit} layout={layout} />
      {l.solve !== 'margins' && l.rule !== 'typed' && (
        <LengthField
          label={registerWords('sheetFields.margin')}
          valueMm={l.marginMm}
          unit={unit}
          range={MARGIN_RANGE_MM}
          onChange={(marginMm) => edit(() => ({ marginMm }))}
        />
      )}
      <LengthField
        label={registerWords('sheetFields.roomForTitleAnd')}
        valueMm={l.titleRoomMm}
        unit={unit}
        range={TITLE_RANGE_MM}
        onChange={(titleRoomMm) => edit(() => ({ titleRoomMm }))}
      />
    </div>
  );
}

function MarginRuleField({
  edit,
  layout,
}: {
  edit: (edit: (layout: LayoutPlan) => Partial<LayoutPlan>) => undefined;
  layout: SheetLayout;
}) {
  const {
    plan: { layout: l },
  } = usePrintDesk('plan');
  return (
    <Choice
      label={registerWords('sheetFields.margins')}
      value={l.rule}
      options={rules()}
      onChange={(rule) => edit(() => ({ rule, marginsMm: nonNegative(layout.marginsMm) }))}
    />
  );
}

function nonNegative(margins: EdgesMm): EdgesMm {
  return {
    top: Math.max(0, margins.top),
    right: Math.max(0, margins.right),
    bottom: Math.max(0, margins.bottom),
    left: Math.max(0, margins.left),
  };
}
