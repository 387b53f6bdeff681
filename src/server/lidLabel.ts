import { fileWords } from '@/words/files';
import { hexFromLabD50, type Lab } from '@/core/colour';
import type { InkNeed } from '@/core/inks';
import {
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
    date = now.toISOString().slice(0, 10);
  const drawings = inkingsOf(plan.runs[run - 1]).flatMap((inking): Drawing[] => {
    const label = plan.flat!.colours.findIndex((c) => c.id === inking.colourId);
    // each ink of a fade is seen at its own end
    const tones = tonesOf(plan, bench.coloursGot, looks, sheet, run - 1, inking);
    const of = [plan, sheet, plan.runs[run - 1], inking, sheets] as const,
      second = secondInkOf(plan, inking);
    const lid = (ink: Ink, seen: Lab, { grams }: InkNeed) =>
      lidDrawing({ ...{ name, run, ink, grams, date }, seen: hexFromLabD50(seen) });
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
