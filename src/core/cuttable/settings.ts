/** What making a picture cuttable can be asked for: apart from the work itself, so that a page that asks does not carry it. */
export const CUTTABLE_LIMITS = {
  maxThinLines: 5,
  maxHours: 2000,
  maxLinesBack: 400,
  maxKept: 200,
  maxZones: 8,
} as const;

export interface PointMm {
  readonly xMm: number;
  readonly yMm: number;
}

export interface CuttableSettings {
  /** How much lines too thin to be cut count against what is likest: 0 they are dropped, 3 usual, 5 most. */
  readonly thinLines: number;
  /** Cuttable whatever the order of runs, and with a block each; else in the order there is. */
  readonly anyOrder: boolean;
  /** No more hours of cutting than these; null: as many as it takes. */
  readonly hours: number | null;
  /** Points on lines that are laid although they cost more than they bring. */
  readonly linesBack: readonly PointMm[];
  /** Outlines (x, y, x, y …) of what stays as it is. */
  readonly keptMm: readonly (readonly number[])[];
  /** Places with hours of their own. */
  readonly zones: readonly { readonly outlineMm: readonly number[]; readonly hours: number }[];
}

export const FIRST_CUTTABLE: CuttableSettings = {
  ...{ thinLines: 3, anyOrder: false, hours: null },
  ...{ linesBack: [], keptMm: [], zones: [] },
};
