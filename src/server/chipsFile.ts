import { fileWords } from '@/words/files';
import { chipsAround, GREY_STEPS_LAB_D50, hexFromLabD50 } from '@/core/colour';
import { failure, success, type Outcome } from '@/core/units';
import { inksOfRun } from '@/derived';
import { pdfOfDrawings, type Pen } from '@/formats';
import type { Store } from '@/store';
import { fileStem, pdfFonts, type FileOut } from './fileOut';
import { printState } from './prints';

const CHIP_MM = 17,
  GAP_MM = 2,
  FIELD_MM = 3 * (CHIP_MM + GAP_MM) + 4,
  STEP_TOP_MM = FIELD_MM + 8;

/** Numbered chips around the colour of an ink alone on its paper, with the paper's own white and two greys, to hold a drawdown beside. */
export async function chipsPdf(
  db: Store,
  id: string,
  run: number,
  inkId: string,
  now: Date,
): Promise<Outcome<FileOut>> {
  const print = printState(db, id);
  if (!print.ok) return print;
  const { plan, name } = print.value;
  const one = plan.runs.at(run - 1),
    ink = run >= 1 && one ? (inksOfRun(plan, one).find((of) => of.id === inkId) ?? inksOfRun(plan, one)[0]) : undefined;
  if (!ink) return failure('run-missing.thereIsNoRunThis', { run, runs: plan.runs.length });
  const title = fileWords('chips.title', { ink: ink.name, name });
  const bytes = await pdfOfDrawings(
    [
      {
        title,
        note: fileWords('chips.note'),
        widthMm: 3 * FIELD_MM,
        heightMm: STEP_TOP_MM + CHIP_MM + 8,
        draw(pen) {
          chipsAround(ink.solidLabD50).forEach(({ number, labD50 }, i) => {
            const x = Math.floor(i / 9) * FIELD_MM + (i % 3) * (CHIP_MM + GAP_MM),
              y = Math.floor((i % 9) / 3) * (CHIP_MM + GAP_MM);
            chip(pen, x, y, hexFromLabD50(labD50), String(number));
          });
          chip(pen, 0, STEP_TOP_MM, undefined, fileWords('chips.paper'));
          chip(pen, CHIP_MM + 6, STEP_TOP_MM, hexFromLabD50(GREY_STEPS_LAB_D50.light), 'A');
          chip(pen, 2 * (CHIP_MM + 6), STEP_TOP_MM, hexFromLabD50(GREY_STEPS_LAB_D50.dark), 'B');
        },
      },
    ],
    plan.layout.exportPaper,
    title,
    now,
    pdfFonts(),
  );
  return success({
    ...{ bytes, mediaType: 'application/pdf' },
    fileName: fileWords('chips.fileName', { fileStem: fileStem(name), run }),
  });
}

/** A patch with what it is called below it; without a fill it is the bare paper. */
function chip(pen: Pen, x: number, y: number, fill: string | undefined, called: string): void {
  pen.rect(x, y, CHIP_MM, CHIP_MM - 4, { fill, widthMm: 0.1 });
  pen.text(called, x + CHIP_MM / 2, y + CHIP_MM - 3.4, 2.8, { align: 'center' });
}
