import type { Download } from '@playwright/test';
import { readFileSync } from 'node:fs';

export async function bytesOf(download: Download): Promise<Buffer> {
  return readFileSync((await download.path())!);
}

interface PdfPage {
  readonly widthMm: number;
  readonly heightMm: number;
  /** The length of its check ruler. */
  readonly rulerMm: number;
  /** The box around each path that is drawn, in the order of drawing. */
  readonly boxesMm: readonly { readonly widthMm: number; readonly heightMm: number }[];
  readonly text: string;
}

/** Pages of a PDF as they are drawn. */
export async function readPdf(bytes: Buffer): Promise<PdfPage[]> {
  const { getDocument, OPS } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const pdf = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const pages: PdfPage[] = [];
  for (let n = 1; n <= pdf.numPages; n++) {
    const page = await pdf.getPage(n);
    const [, , width, height] = page.view;
    const { fnArray, argsArray } = await page.getOperatorList();
    let matrix = [1, 0, 0, 1, 0, 0],
      rulerPt = 0;
    const stack: number[][] = [],
      boxesMm: { widthMm: number; heightMm: number }[] = [];
    fnArray.forEach((op: number, i: number) => {
      const args = argsArray[i];
      if (op === OPS.save) stack.push(matrix);
      else if (op === OPS.restore) matrix = stack.pop() ?? matrix;
      else if (op === OPS.transform) {
        const [a, b, c, d, e, f] = matrix,
          [p, q, r, s, t, u] = args as number[];
        matrix = [a * p + c * q, b * p + d * q, a * r + c * s, b * r + d * s, a * t + c * u + e, b * t + d * u + f];
      } else if (op === OPS.constructPath) {
        const [x0, y0, x1, y1] = args[2] as number[];
        // the ruler stands along the foot, or up the right edge where that saves a page
        const [a, b, c, d, e, f] = matrix;
        const at = { x: a * x0 + c * y0 + e, y: b * x0 + d * y0 + f };
        const mm = (pt: number) => (pt / 72) * 25.4;
        boxesMm.push({
          widthMm: mm(Math.abs(a * (x1 - x0)) + Math.abs(c * (y1 - y0))),
          heightMm: mm(Math.abs(b * (x1 - x0)) + Math.abs(d * (y1 - y0))),
        });
        const long = Math.hypot(a, b) * Math.abs(x1 - x0);
        const beside = at.x > width - 92 && Math.abs(a) < 1e-6;
        if (Math.abs(y1 - y0) < 1e-6 && (at.y < 60 || beside) && long < 320) rulerPt = Math.max(rulerPt, long);
      }
    });
    const text = (await page.getTextContent()).items.map((item) => ('str' in item ? item.str : '')).join(' ');
    pages.push({
      ...{
        widthMm: (width / 72) * 25.4,
        heightMm: (height / 72) * 25.4,
        rulerMm: (rulerPt / 72) * 25.4,
        boxesMm,
        text,
      },
    });
  }
  return pages;
}
