import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { success, type Outcome } from '@/core/units';
import { pdfOfDrawings, svgOfDrawing, type Drawing } from '@/formats';
import type { ExportPaper } from '@/model';

const FACES = [
  'atkinson-hyperlegible/files/atkinson-hyperlegible-latin-400-normal.woff',
  'atkinson-hyperlegible/files/atkinson-hyperlegible-latin-ext-400-normal.woff',
  'noto-sans/files/noto-sans-greek-400-normal.woff',
  'noto-sans/files/noto-sans-cyrillic-400-normal.woff',
  'noto-sans/files/noto-sans-latin-ext-400-normal.woff',
];

/** The text faces of all PDFs: the application's own, and for letters it lacks another that is near to it. */
export function pdfFonts(): Buffer[] {
  return FACES.map((face) => readFileSync(join(process.cwd(), 'node_modules/@fontsource', face)));
}

/** The face of headings. */
export function headFont(): Buffer {
  return readFileSync(
    join(process.cwd(), 'node_modules/@fontsource/zilla-slab/files/zilla-slab-latin-600-normal.woff'),
  );
}

/** Is told how far a file is, 0 to 1. */
export type Report = (share: number) => void;

export interface FileOut {
  readonly bytes: Uint8Array;
  readonly mediaType: string;
  readonly fileName: string;
}

/** A name that is safe as a file name everywhere. */
export function fileStem(name: string): string {
  return (
    name
      .replace(/[\\/:*?"<>|\u0000-\u001f]/g, '-')
      .replace(/\.+$/, '')
      .slice(0, 80) || 'print'
  );
}

/** A file of text. */
export function textOut(content: string, mediaType: string, fileName: string): FileOut {
  return { bytes: new TextEncoder().encode(content), mediaType, fileName };
}

interface DrawingsAsked {
  readonly stem: string;
  readonly paper: ExportPaper;
  readonly now: Date;
  readonly which?: number;
  readonly report?: Report;
}

/** A table for a spreadsheet, marked as UTF-8 for those that ask. */
export function csvOut(table: string, fileName: string): FileOut {
  return textOut(`\uFEFF${table}`, 'text/csv; charset=utf-8', fileName);
}

/** Drawings true to size: as PDF all of them, a page or more each; as SVG the one that is named, the first where none is. */
export async function drawingsOut(
  drawings: readonly Drawing[],
  format: 'pdf' | 'svg',
  { stem, paper, now, which = 0, report }: DrawingsAsked,
): Promise<Outcome<FileOut>> {
  if (format === 'svg') return success(textOut(svgOfDrawing(drawings[which]), 'image/svg+xml', `${stem}.svg`));
  const bytes = await pdfOfDrawings(drawings, paper, stem, now, pdfFonts(), { drawn: report });
  return success({ bytes, mediaType: 'application/pdf', fileName: `${stem}.pdf` });
}
