'use client';
import { createContext, useContext } from 'react';
import type { LabelCoverage } from '@/core/geometry';
import type { EditDone, RegionEdit } from '@/core/picture';
import type { LossBelief } from '@/core/sheets';
import type {
  BenchAct,
  SlipAnswer,
  CabinetInk,
  NamedReading,
  Plan,
  PlanEdit,
  PracticeScore,
  PrintState,
  Reading,
  ReadingRequest,
  StoredInk,
} from '@/model';
import type { LengthUnit, Outcome } from '@/core/units';
import type { PlanLooks, PrintSheet, Progress } from '@/derived';
import type { WorkshopDesk } from './workshopDesk';
import type { IslandInfo, LayersWorker, PictureWorker, StageWorkers } from '@/workers';

export type SaveStatus = 'saved' | 'saving' | 'failed';

/** Where things are, as addresses the server answers. */
export interface PrintUrls {
  readonly blob: (sha: string) => string;
  readonly file: (name: string) => string;
  readonly labels: string;
  readonly page: (view: string) => string;
}

export interface Placement {
  readonly turnDeg: 0 | 90 | 180 | 270;
  readonly mirrored: boolean;
  readonly crop: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
  readonly widthMm: number;
  readonly heightMm: number;
}

/** The workshop's inks, and the colour reader, as every print's views see them. */
export interface CabinetDesk {
  /** Undefined while they are being fetched. */
  readonly inks: readonly StoredInk[] | undefined;
  /** Why they are not there. */
  readonly problem: string | undefined;
  readonly load: () => Promise<void>;
  readonly add: (ink: Omit<CabinetInk, 'id'>) => Promise<Outcome<StoredInk>>;
  readonly save: (ink: StoredInk) => Promise<Outcome<StoredInk>>;
  readonly remove: (id: string) => Promise<Outcome<undefined>>;
  readonly putBack: (id: string) => Promise<Outcome<StoredInk>>;
  readonly importFile: (file: File) => Promise<Outcome<number>>;
  readonly read: (request: ReadingRequest) => Promise<Outcome<{ readonly reading: Reading; readonly device: string }>>;
  readonly readFile: (file: File) => Promise<Outcome<readonly NamedReading[]>>;
  /** Address of the cabinet as a file. */
  readonly file: (name: string) => string;
}

/** One print as all its views see it, and what they can ask for. */
export interface PrintDesk {
  readonly state: PrintState;
  readonly progress: Progress;
  /** What the workshop's runs are believed to lose: from its other prints and this one's own runs. */
  readonly belief: LossBelief;
  /** The round whose paper everything is predicted on, and the paper that is planned. */
  readonly seenRound: string;
  readonly seeRound: (roundId: string) => void;
  readonly paperPlanned: Plan['paper'];
  readonly looks: PlanLooks | undefined;
  readonly coverage: LabelCoverage | undefined;
  /** The same, half as wide: for strips of many small pictures and the run line. */
  readonly stamp: LabelCoverage | undefined;
  /** What really prints where: overlaps, masks and slips included. Looks and coverage are for its parts. */
  readonly sheet: PrintSheet;
  readonly sheetFull: boolean;
  /** Holds the label map as saved. */
  readonly sheetWorker: PictureWorker;
  /** Look over the stages of the sheet, beside it. */
  readonly stageWorkers: StageWorkers;
  /** Searches for orders and recipes. */
  readonly layersWorker: LayersWorker;
  readonly cabinet: CabinetDesk;
  readonly workshop: WorkshopDesk;
  readonly unit: LengthUnit;
  readonly setUnit: (unit: LengthUnit) => void;
  /** 0 is the bare paper, r the sheet after run r. */
  readonly selectedRun: number;
  readonly selectRun: (run: number) => void;
  readonly status: SaveStatus;
  readonly urls: PrintUrls;
  /** Pulls kept in this browser because the server did not answer. */
  readonly waitingActs: number;
  readonly change: (edit: PlanEdit) => Promise<Outcome<undefined>>;
  /** The island chosen in any view, by click, key or list. */
  readonly island: IslandInfo | undefined;
  readonly chooseIsland: (island: IslandInfo | undefined) => void;
  /** Changes islands of the picture: painted at once, saved behind. */
  readonly reshape: (edit: RegionEdit) => Promise<Outcome<EditDone>>;
  /** What is done about a slip, by its answer. */
  readonly answerSlip: (slipId: string, answer: SlipAnswer) => Promise<Outcome<undefined>>;
  /** Scores of rehearsals on the sample prints, newest first. */
  readonly practice: {
    readonly load: () => Promise<Outcome<readonly PracticeScore[]>>;
    readonly keep: (score: Omit<PracticeScore, 'at'>) => Promise<Outcome<readonly PracticeScore[]>>;
  };
  /** The simulated scanner, and scans in forms that browsers do not show. `dpi` 0: the file does not say. */
  readonly scanner: {
    readonly scan: (printed: number) => Promise<Outcome<{ readonly file: Blob; readonly dpi: number }>>;
    readonly readable: (file: Blob) => Promise<Outcome<{ readonly file: Blob; readonly dpi: number }>>;
  };
  /** Shows the sheet as it would be, saving nothing; undefined goes back to the plan. */
  readonly tryOut: (edit: PlanEdit | undefined) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  /** Several acts go together: all of them or none. Resolves when on disk, or when kept for later (`kept`). */
  readonly log: (...acts: readonly BenchAct[]) => Promise<Outcome<'counted' | 'kept'>>;
  readonly bringIn: (file: File) => Promise<Outcome<undefined>>;
  readonly place: (place: Placement) => Promise<Outcome<undefined>>;
  /** Says something, with one act that may answer it. */
  readonly tell: (message: string, act?: { readonly words: string; readonly take: () => void }) => void;
}

const Context = createContext<PrintDesk | undefined>(undefined);
export const PrintDeskProvider = Context.Provider;

export function usePrintDesk(): PrintDesk {
  const desk = useContext(Context);
  if (!desk) throw new Error('usePrintDesk outside a print');
  return desk;
}
