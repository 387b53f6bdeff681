/** Faults a pull can show; more than one may be given. */
export const FAULTS = [
  'misfit',
  'weak',
  'patchy',
  'too heavy',
  'ghost',
  'chatter',
  'filled',
  'smudge',
  'mark',
  'crease',
  'tear',
  'wrong colour',
  'other',
  // of fades, and of damp paper: asked only where there are such
  'fade too short',
  'fade too long',
  'bled',
  'broken',
  'paste shine',
  'mould',
] as const;
export type Fault = (typeof FAULTS)[number];

/** A sheet's name: `1`…`500`, or `T1`… for a test sheet. */
export type SheetName = string;

/** All sheets in the order in which they go through a run: test sheets first. */
export function sheetNames(started: { counted: number; tests: number }): SheetName[] {
  return [
    ...Array.from({ length: started.tests }, (_, i) => `T${i + 1}`),
    ...Array.from({ length: started.counted }, (_, i) => `${i + 1}`),
  ];
}

export function isTestSheet(sheet: SheetName): boolean {
  return sheet.startsWith('T');
}

/** The prints a sheet is cut apart into, by their letters: `3a`, `3b` …; the sheet itself where it has one image. */
export function printNames(sheet: SheetName, images: number): string[] {
  return images === 1 ? [sheet] : Array.from({ length: images }, (_, i) => printName({ sheet, image: i + 1 }));
}

/** What a print is called: by its sheet, and by its image (from 1) where there are several on it. */
export function printName({ sheet, image }: { readonly sheet: SheetName; readonly image?: number }): string {
  return image === undefined ? sheet : sheet + letters(image - 1);
}

/** The sheet a print was cut from, and which of its images it is, from 1; without one where it is the whole sheet. */
export function sheetOfPrint(name: string): { readonly sheet: SheetName; readonly image?: number } {
  const [, sheet, letter] = /^(T?\d+)([a-z]*)$/.exec(name) ?? ['', name, ''];
  if (letter === '') return { sheet };
  return { sheet, image: [...letter].reduce((n, l) => 26 * n + l.charCodeAt(0) - 96, 0) };
}

/** a … z, aa, ab … */
function letters(i: number): string {
  const last = String.fromCharCode(97 + (i % 26));
  return i < 26 ? last : letters(Math.floor(i / 26) - 1) + last;
}
