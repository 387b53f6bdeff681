import { fileWords } from '@/words/files';
import { hexFromLabD50, type Lab } from '@/core/colour';
import type { InkNeed } from '@/core/inks';
import {
  ADDITIONS,
  additionsInPot,
  filledG,
  inkInPot,
  type Addition,
  type Pot,
  inkingsOf,
  replayLog,
  beliefOf,
  inkNeedOf,
  inkOf,
  looksOfPlan,
  secondInkNeedOf,
  secondInkOf,
  sheetsOfPrint,
  tonesOf,
} from '@/derived';
import { failure, success, type Outcome } from '@/core/units';
import { pdfOfDrawings, type Drawing } from '@/formats';
import { type Ink } from '@/model';
import { benchLog, type Store } from '@/store';
import { fileStem, pdfFonts, type FileOut } from './fileOut';
import { printState } from './prints';
import { laidOut } from './printSheets';
import { gramsInWords, quantity } from '@/words/quantities';

const LABEL_WIDTH_MM = 90,
  LINE_MM = 5.2;

/** Labels for the lids of a run's pots: swatch, recipe in percent and grams, print, run and date. */
export async function lidLabelPdf(db: Store, id: string, run: number, now: Date): Promise<Outcome<FileOut>> {
  const print = printState(db, id);
  if (!print.ok) return print;
  const { plan, name, otherRuns } = print.value;
  if (!plan.flat || !plan.picture || !(run >= 1 && run <= plan.runs.length))
    return failure('run-missing.thereIsNoRunThis', { run, runs: plan.runs.length });
  const bench = replayLog(benchLog(db, id));
  const sheets = sheetsOfPrint(plan, bench, beliefOf(plan, otherRuns, bench));
  const laid = laidOut(db, id);
  if (!laid.ok) return laid;
  const looks = looksOfPlan(plan, bench.coloursGot, laid.value.sheet)!;
  const { sheet } = laid.value,
    runId = plan.runs[run - 1].id,
    date = now.toISOString().slice(0, 10);
  const drawings = inkingsOf(plan.runs[run - 1]).flatMap((inking): Drawing[] => {
    const label = plan.flat!.colours.findIndex((c) => c.id === inking.colourId);
    // each ink of a fade is seen at its own end
    const tones = tonesOf(plan, bench.coloursGot, looks, sheet, run - 1, inking);
    const of = [plan, sheet, plan.runs[run - 1], inking, sheets] as const,
      second = secondInkOf(plan, inking);
    const pot = (ink: Ink) => bench.pots.findLast((one) => one.runId === runId && one.inkId === ink.id);
    const lid = (ink: Ink, seen: Lab, { grams }: InkNeed) =>
      lidDrawing({ ...contentsOf(ink, grams, pot(ink)), name, run, ink, date, seen: hexFromLabD50(seen) });
    return [
      lid(inkOf(plan, inking), tones[0]?.labD50 ?? looks.looks[run][label], inkNeedOf(...of)),
      ...(second ? [lid(second, tones.at(-1)!.labD50, secondInkNeedOf(...of)!)] : []),
    ];
  });
  const bytes = await pdfOfDrawings(
    drawings,
    plan.layout.exportPaper,
    fileWords('lidLabel.lidLabelsRun', { name, run }),
    now,
    pdfFonts(),
  );
  return success({
    bytes,
    mediaType: 'application/pdf',
    fileName: fileWords('lidLabel.lidLabelRunPdf', { fileStem: fileStem(name), run }),
  });
}

interface Lid {
  readonly name: string;
  readonly run: number;
  readonly ink: Ink;
  readonly seen: string;
  readonly grams: number;
  readonly date: string;
  /** By weight, in a hundred of ink. */
  readonly parts: readonly { readonly name: string; readonly share: number }[];
  /** Softener, grease and drier to a hundred of ink; seconds it takes to fall from the knife. */
  readonly added: string;
}

/** What the lid says is in the pot: what was really poured, or while nothing was, what the plan wants. */
function contentsOf(ink: Ink, grams: number, pot: Pot | undefined): Pick<Lid, 'grams' | 'parts' | 'added'> {
  const inPot = pot ? inkInPot(pot) : [],
    inkG = inPot.reduce((sum, part) => sum + part.grams, 0);
  if (!pot || inkG === 0)
    return { grams, parts: ink.recipe?.parts ?? [], added: addedInWords({ softener: ink.softenerPercent }) };
  const had = additionsInPot(pot);
  return {
    grams: pot.kept?.grams ?? filledG(pot),
    parts: inPot.map((part) => ({ name: part.name, share: part.grams / inkG })),
    added: addedInWords({
      ...Object.fromEntries(ADDITIONS.map((what) => [what, (100 * had[what]) / inkG])),
      seconds: pot.fell.at(-1)?.seconds,
    }),
  };
}

function addedInWords(said: Partial<Record<Addition | 'seconds', number>>): string {
  const { softener = 0, grease = 0, drier = 0, seconds } = said;
  return [
    softener >= 0.05 && fileWords('lidLabel.softener', { percent: softener }),
    grease >= 0.05 && fileWords('lidLabel.grease', { percent: grease }),
    drier >= 0.05 && fileWords('lidLabel.drier', { percent: drier }),
    seconds !== undefined && fileWords('lidLabel.falls', { seconds }),
  ]
    .filter((words) => words !== false)
    .join(' · ');
}

function lidDrawing({ name, run, ink, seen, grams, date, parts, added }: Lid): Drawing {
  return {
    title: fileWords('lidLabel.run', { name, run, ink: ink.name }),
    note: fileWords('lidLabel.cutOutAndStick'),
    widthMm: LABEL_WIDTH_MM,
    heightMm: 34 + Math.max(1, parts.length) * LINE_MM,
    draw(pen) {
      pen.rect(0.2, 0.2, LABEL_WIDTH_MM - 0.4, 33.6 + Math.max(1, parts.length) * LINE_MM, { widthMm: 0.3 });
      pen.rect(5, 5, 14, 18, { fill: hexFromLabD50(ink.solidLabD50), widthMm: 0.2 });
      pen.rect(19, 5, 14, 18, { fill: seen, widthMm: 0.2 });
      pen.text(shortened(ink.name, 26), 38, 5, 5.2);
      pen.text(fileWords('lidLabel.runAndMass', { run, mass: gramsInWords(grams) }), 38, 12, 4);
      pen.text(shortened(name, 30), 38, 17, 3.6);
      pen.text(shortened([date, added].filter((words) => words !== '').join(' · '), 44), 38, 21.5, 3.2);
      if (parts.length === 0) pen.text(fileWords('lidLabel.noRecipeYetWrite'), 5, 28, 3.4);
      parts.forEach((part, i) => {
        const y = 27 + i * LINE_MM;
        pen.text(shortened(part.name, 32), 5, y, 3.8);
        pen.text(quantity('percent', 100 * part.share, 1), 62, y, 3.8, { align: 'right' });
        pen.text(quantity('grams', part.share * grams, grams < 10 ? 2 : 1), 84, y, 3.8, { align: 'right' });
      });
    },
  };
}

function shortened(text: string, length: number): string {
  return text.length <= length ? text : `${text.slice(0, length - 1)}…`;
}
