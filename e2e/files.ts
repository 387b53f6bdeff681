import type { Download } from '@playwright/test';
import { readFileSync } from 'node:fs';

export async function bytesOf(download: Download): Promise<Buffer> {
  return readFileSync((await download.path())!);
}

/** Pages of a PDF: size in mm, and the length of its check ruler in mm. */
export async function readPdf(
  bytes: Buffer,
): Promise<{ widthMm: number; heightMm: number; rulerMm: number; text: string }[]> {
  const { getDocument, OPS } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const pdf = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const pages = [];
  for (let n = 1; n <= pdf.numPages; n++) {
    const page = await pdf.getPage(n);
    const [, , width, height] = page.view;
    const { fnArray, argsArray } = await page.getOperatorList();
    let matrix = [1, 0, 0, 1, 0, 0],
      rulerPt = 0;
    const stack: number[][] = [];
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
        const long = Math.hypot(a, b) * Math.abs(x1 - x0);
        const beside = at.x > width - 92 && Math.abs(a) < 1e-6;
        if (Math.abs(y1 - y0) < 1e-6 && (at.y < 60 || beside) && long < 320) rulerPt = Math.max(rulerPt, long);
      }
    });
    const text = (await page.getTextContent()).items.map((item) => ('str' in item ? item.str : '')).join(' ');
    pages.push({ widthMm: (width / 72) * 25.4, heightMm: (height / 72) * 25.4, rulerMm: (rulerPt / 72) * 25.4, text });
  }
  return pages;
}
