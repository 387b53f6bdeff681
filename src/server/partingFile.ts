import { success, failure, type Outcome } from '@/core/units';
import { formatLength, formatSize } from '@/words/lengths';
import {
  cutTold,
  paperUsed,
  partedOf,
  sheetsNeeded,
  beliefOf,
  replayLog,
  progressOf,
  type PartedPaper,
} from '@/derived';
import { pdfOfDrawings, type Drawing } from '@/formats';
import type { ItemOf } from '@/model';
import { benchLog, type Store } from '@/store';
import { paperWords } from '@/words/paper';
import { fileStem, pdfFonts, type FileOut } from './fileOut';
import { printState } from './prints';
import { unitAsked } from './unitAsked';

/** The drawing fits A4 and Letter with their feet. */
const DRAWN_MM = { widthMm: 180, heightMm: 150 } as const,
  LIST_FROM_MM = 172,
  LINE_MM = 5,
  TEXT_MM = 3.2,
  LINES_A_PAGE = 12,
  CHECK_MM = 50;

/** How the parents of a print's paper are parted, drawn to scale, with its cuts in their order. Failures: `paper-none`, and those of `partedOf`. */
export async function partingPdf(db: Store, id: string, now: Date): Promise<Outcome<FileOut>> {
  const print = printState(db, id);
  if (!print.ok) return print;
  const { plan, name, otherRuns } = print.value,
    paper = paperUsed(plan);
  if (!paper) return failure('paper-none');
  const parted = partedOf(plan, paper);
  if (!parted.ok) return parted;
  const log = benchLog(db, id),
    progress = progressOf(plan, log);
  const wanted = sheetsNeeded(plan, progress, beliefOf(plan, otherRuns, replayLog(log)))
    .filter((lot) => lot.paper === paper.name)
    .reduce((sum, { sheets }) => sum + sheets, 0);
  const title = paperWords('file.title', { name, paper: paper.name });
  const drawings = pagesOf(title, parted.value, paper, { wanted, by: plan.parting.by });
  const bytes = await pdfOfDrawings(drawings, plan.layout.exportPaper, title, now, pdfFonts());
  return success({
    ...{ bytes, mediaType: 'application/pdf' },
    fileName: `${paperWords('file.stem', { name: fileStem(name) })}.pdf`,
  });
}

/** A scale one can reckon with: the parent as large as fits. */
export function scaleOf({ widthMm, heightMm }: PartedPaper['parentMm']): number {
  const least = Math.max(widthMm / DRAWN_MM.widthMm, heightMm / DRAWN_MM.heightMm);
  return [1, 2, 2.5, 4, 5, 10, 20, 50].find((scale) => scale >= least) ?? Math.ceil(least);
}

function pagesOf(
  title: string,
  parted: PartedPaper,
  { grain }: ItemOf<'paper'>,
  { wanted, by }: { readonly wanted: number; readonly by: 'cut' | 'torn' },
): Drawing[] {
  const { parentMm, sheetMm, pieces, leftovers, cuts } = parted,
    unit = unitAsked(),
    scale = scaleOf(parentMm);
  const lines = cuts.map((cut, i) => {
    const { is, atMm, lengthMm } = cutTold(cut);
    const said = paperWords(`cut.${is}`, { by, at: formatLength(atMm, unit), length: formatLength(lengthMm, unit) });
    return `${i + 1}  ${said}`;
  });
  const pages = Math.max(1, Math.ceil(lines.length / LINES_A_PAGE));
  return Array.from({ length: pages }, (_, page): Drawing => ({
    ...{ title, note: paperWords('file.count', { parents: Math.ceil(wanted / pieces.length), wanted }) },
    ...{ widthMm: DRAWN_MM.widthMm, heightMm: LIST_FROM_MM + LINES_A_PAGE * LINE_MM },
    draw(pen) {
      const at = (mm: number) => mm / scale;
      pen.text(
        paperWords('file.says', {
          ...{ parent: formatSize(parentMm.widthMm, parentMm.heightMm, unit), scale, pieces: pieces.length, grain },
          size: formatSize(sheetMm.widthMm, sheetMm.heightMm, unit),
        }),
        ...([0, 0, TEXT_MM] as const),
      );
      const top = 8;
      pen.rect(0, top, at(parentMm.widthMm), at(parentMm.heightMm), { widthMm: 0.5 });
      for (const { xMm, yMm, widthMm, heightMm } of leftovers)
        pen.rect(at(xMm), top + at(yMm), at(widthMm), at(heightMm), { widthMm: 0.1, dashMm: 1 });
      for (const { xMm, yMm, widthMm, heightMm } of pieces)
        pen.rect(at(xMm), top + at(yMm), at(widthMm), at(heightMm), { widthMm: 0.25 });
      cuts.forEach(({ fromMm, toMm }, i) => {
        const [x, y] = [(fromMm[0] + toMm[0]) / 2, (fromMm[1] + toMm[1]) / 2];
        pen.text(String(i + 1), at(x) + 0.6, top + at(y) + 0.6, 2.6);
      });
      pen.line(0, LIST_FROM_MM - 8, CHECK_MM, LIST_FROM_MM - 8, { widthMm: 0.3 });
      pen.text(paperWords('file.check', { length: formatLength(CHECK_MM, unit) }), CHECK_MM + 3, LIST_FROM_MM - 9, 2.6);
      lines
        .slice(page * LINES_A_PAGE, (page + 1) * LINES_A_PAGE)
        .forEach((line, i) => pen.text(line, 0, LIST_FROM_MM + i * LINE_MM, TEXT_MM));
    },
  }));
}
