import { fileWords } from '@/words/files';
import { hexFromLabD50 } from '@/core/colour';
import { inkingsOf, replayLog, beliefOf, inkNeedOf, inkOf, looksOfPlan, sheetsOfPrint } from '@/derived';
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
  const looks = looksOfPlan(plan, bench.coloursGot)!;
  const laid = laidOut(db, id);
  if (!laid.ok) return laid;
  const drawings = inkingsOf(plan.runs[run - 1]).map((inking): Drawing => {
    const ink = inkOf(plan, inking);
    const label = plan.flat!.colours.findIndex((c) => c.id === inking.colourId);
    return lidDrawing({
      name,
      run,
      ink,
      seen: hexFromLabD50(looks.looks[run][label]),
      grams: inkNeedOf(plan, laid.value.sheet, plan.runs[run - 1], inking, sheets).grams,
      date: now.toISOString().slice(0, 10),
    });
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
}

function lidDrawing({ name, run, ink, seen, grams, date }: Lid): Drawing {
  const parts = ink.recipe?.parts ?? [];
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
      pen.text(fileWords('lidLabel.day', { date, softener: ink.softenerPercent }), 38, 21.5, 3.2);
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
