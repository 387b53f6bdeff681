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
