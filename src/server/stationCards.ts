import { failure, success, type Outcome } from '@/core/units';
import {
  blocksOfRun,
  classNow,
  dryingHoursOf,
  inkNamesOf,
  inkNeedOf,
  inkOf,
  inkingsOf,
  maskNotes,
  progressOf,
  type PrintSheet,
} from '@/derived';
import { pdfOfDrawings, pngSize, type Drawing } from '@/formats';
import type { Plan, Run } from '@/model';
import { benchLog, type Store } from '@/store';
import { noteInWords } from '@/words/notes';
import { uncapitalised } from '@/words/phrases';
import { gramsInWords, quantity } from '@/words/quantities';
import { tableWords } from '@/words/table';
import { wayInWords } from '@/words/ways';
import { fileStem, pdfFonts, type FileOut } from './fileOut';
import { laidLooks } from './exports';
import { drawWithin, PAGE, wrapped } from './pagesOfText';
import { laidOut } from './printSheets';
import { printState } from './prints';

/** The look of the sheet on the card of the press, px and mm. */
const LOOK_PX = 900,
  LOOK_MM = { widthMm: 130, heightMm: 95 } as const;
const TITLE_MM = 15,
  STEP_MM = 7.6,
  LEADING = 1.35;

interface Card {
  readonly title: string;
  readonly steps: readonly string[];
  /** As it should look when it is peeled. */
  readonly look?: Uint8Array | undefined;
}

/**
 * A card for each station of a class, to be hung there: block, ink, press or rubbing, rack, in letters that are read standing. The ink is for
 * everybody's sheets; without a class for the sheets that are planned. Failures: `run-missing`, those of the print.
 */
export async function stationCardsPdf(db: Store, id: string, run: number, now: Date): Promise<Outcome<FileOut>> {
  const print = printState(db, id);
  if (!print.ok) return print;
  const { plan, name } = print.value;
  if (!(run >= 1 && run <= plan.runs.length))
    return failure('run-missing.thereIsNoRunThis', { run, runs: plan.runs.length });
  const laid = laidOut(db, id);
  if (!laid.ok) return laid;
  const { bench } = progressOf(plan, benchLog(db, id));
  const one = classNow(bench);
  const sheets = one ? one.places * one.each : plan.sheets.edition;
  const of = { plan, index: run - 1, run: plan.runs[run - 1], sheet: laid.value.sheet, sheets };
  const head = tableWords('station.of', { name, run, inks: inkNamesOf(plan, of.run) });
  const looks = laidLooks(db, id);
  const look = looks.ok ? await looks.value.paint(run, LOOK_PX) : undefined;
  const cards: Card[] = [blockCard(of), inkCard(of), { ...pressCard(of), look }, rackCard(of)];
  const title = tableWords('station.document', { name, run });
  const bytes = await pdfOfDrawings(
    cards.map((card) => drawn(card, head)),
    plan.layout.exportPaper,
    title,
    now,
    pdfFonts(),
  );
  return success({
    ...{ bytes, mediaType: 'application/pdf' },
    fileName: tableWords('station.file', { fileStem: fileStem(name), run }),
  });
}

interface Of {
  readonly plan: Plan;
  readonly index: number;
  readonly run: Run;
  readonly sheet: PrintSheet;
  readonly sheets: number;
}

function blockCard({ plan, run }: Of): Card {
  const notes = maskNotes(plan, run).map((told) => noteInWords(told));
  const block = blocksOfRun(plan, run)
    .map((one) => one.block.name)
    .join(', ');
  return {
    title: tableWords('station.block'),
    steps: [
      tableWords('station.steps.fetch', { block }),
      notes.length > 0
        ? tableWords('station.steps.shield', { notes: notes.join(' ') })
        : tableWords('station.steps.noShield'),
      tableWords('station.steps.roll', { ink: inkNamesOf(plan, run) }),
      tableWords('station.steps.passOn'),
    ],
  };
}

function inkCard({ plan, run, sheet, sheets }: Of): Card {
  const mixes = inkingsOf(run).flatMap((inking) => {
    const ink = inkOf(plan, inking),
      { grams } = inkNeedOf(plan, sheet, run, inking, sheets);
    if (!ink.recipe) return [tableWords('station.steps.asItComes', { ink: ink.name, grams: gramsInWords(grams) })];
    return [
      `${ink.name}. ${tableWords('station.steps.mix', { sheets, grams: gramsInWords(grams) })}`,
      ...ink.recipe.parts.map(({ name, share }) =>
        tableWords('station.steps.part', {
          name,
          grams: quantity('grams', share * grams, grams < 10 ? 2 : 1),
          percent: quantity('percent', 100 * share, 1),
        }),
      ),
    ];
  });
  return { title: tableWords('station.inkUp'), steps: [...mixes, tableWords('station.steps.clean')] };
}

function pressCard({ plan, run }: Of): Card {
  const pressed = plan.register.heights.pressGapMm !== null;
  const passes = tableWords('station.steps.times', { passes: run.impressions });
  return {
    title: tableWords(pressed ? 'station.press' : 'station.rub'),
    steps: [
      tableWords('station.steps.lay', { registration: uncapitalised(wayInWords(plan.way.registration)) }),
      pressed ? tableWords('station.steps.pressed') : tableWords('station.steps.rubbed', { passes }),
      tableWords('station.steps.peel'),
      tableWords('station.safe'),
    ],
  };
}

function rackCard({ plan, index }: Of): Card {
  const hours = dryingHoursOf(plan, index);
  const when = hours > 0 ? tableWords('station.dryAfter', { hours }) : tableWords('station.dryUnknown');
  return {
    title: tableWords('station.rack'),
    steps: [
      tableWords('station.steps.hang'),
      tableWords('station.steps.dry', { when }),
      tableWords('station.steps.tally'),
    ],
  };
}

function drawn({ title, steps, look }: Card, head: string): Drawing {
  return {
    ...{ title: `${title} · ${head}`, note: tableWords('station.hang'), ...PAGE },
    draw(pen) {
      pen.text(title, 0, 0, TITLE_MM, { heading: true });
      pen.text(wrapped(head, PAGE.widthMm, 4.4)[0], 0, TITLE_MM + 4, 4.4);
      pen.line(0, TITLE_MM + 12, PAGE.widthMm, TITLE_MM + 12, { widthMm: 0.6 });
      let y = TITLE_MM + 20;
      for (const step of steps) {
        for (const line of wrapped(step, PAGE.widthMm, STEP_MM)) {
          pen.text(line, 0, y, STEP_MM);
          y += STEP_MM * LEADING;
        }
        y += STEP_MM * 0.7;
      }
      const size = look && pngSize(look);
      if (look && size) drawWithin(pen, { bytes: look, ...size }, { x: 0, y: y + 4, ...LOOK_MM });
    },
  };
}
