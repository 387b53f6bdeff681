import { bookletInWords, cardInWords, cardWords } from '@/words/cards';
import { inkNamesOf } from '@/derived';
import { success, type Outcome } from '@/core/units';
import { pdfOfDrawings, type Drawing } from '@/formats';
import { failed, failure, type Booklet } from '@/model';
import type { Store } from '@/store';
import { bookletOfPrint } from './booklet';
import { lookPng } from './exports';
import { fileStem, pdfFonts, type FileOut, type Report } from './fileOut';
import { PAGE, pagesOf, TEXT_MM } from './pagesOfText';
import { unitAsked } from './unitAsked';

const LOOK_PX = 900;

/** A page or more for each run, or for the one that is named (from 1); all of them after a page on the print. */
export async function runCardsPdf(
  db: Store,
  id: string,
  only: number | null,
  now: Date,
  report: Report = () => undefined,
): Promise<Outcome<FileOut>> {
  const told = bookletOfPrint(db, id);
  if (!told.ok) return told;
  const { booklet, plan, block } = told.value;
  if (only !== null && !booklet.runs[only - 1])
    return failure('run-missing.thereIsNoRunThis', { run: only, runs: plan.runs.length });
  const drawings: Drawing[] = only === null ? firstPage(booklet) : [];
  for (const card of booklet.runs) {
    if (only !== null && card.run !== only) continue;
    const look = await lookPng(db, id, card.run, LOOK_PX);
    if (!look.ok) return failed(look);
    const pictures = [look.value.bytes, block(card.run - 1)].filter((png) => png !== undefined);
    const title = cardWords('run', { run: card.run, inks: inkNamesOf(plan, plan.runs[card.run - 1]) });
    drawings.push(...pagesOf(`${booklet.name} · ${title}`, title, cardInWords(card, unitAsked()), pictures));
    report(card.run / booklet.runs.length);
  }
  const stem =
    only === null
      ? cardWords('bookletFile', { name: fileStem(booklet.name) })
      : cardWords('cardFile', { name: fileStem(booklet.name), run: only });
  const title =
    only === null
      ? cardWords('bookletTitle', { name: booklet.name })
      : cardWords('cardTitle', { name: booklet.name, run: only });
  const bytes = await pdfOfDrawings(drawings, plan.layout.exportPaper, title, now, pdfFonts());
  return success({ bytes, mediaType: 'application/pdf', fileName: `${stem}.pdf` });
}

/** The print: its figures, and the sheet with the image where it lies. */
function firstPage(booklet: Booklet): Drawing[] {
  const head = cardWords('printed', { name: booklet.name, runs: booklet.runs.length });
  const [page, ...more] = pagesOf(cardWords('bookletTitle', booklet), head, [bookletInWords(booklet, unitAsked())], []);
  const { sheetMm, imageAtMm, sizeMm } = booklet;
  if (!sheetMm || !imageAtMm || !sizeMm) return [page, ...more];
  const scale = Math.min(0.6, 110 / sheetMm.widthMm, 90 / sheetMm.heightMm);
  return [
    {
      ...page,
      draw(pen) {
        page.draw(pen);
        const top = PAGE.heightMm - sheetMm.heightMm * scale - 8;
        pen.text(cardWords('jig'), 0, top - 6, TEXT_MM);
        pen.rect(0, top, sheetMm.widthMm * scale, sheetMm.heightMm * scale, { widthMm: 0.3 });
        pen.rect(
          ...([imageAtMm.xMm * scale, top + imageAtMm.yMm * scale] as const),
          ...([sizeMm.widthMm * scale, sizeMm.heightMm * scale] as const),
          { widthMm: 0.2, dashMm: 1.5 },
        );
      },
    },
    ...more,
  ];
}
