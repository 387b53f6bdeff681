'use client';
import { createContext, useContext, useRef, useSyncExternalStore } from 'react';
import type { LabelCoverage } from '@/core/geometry';
import type { EditDone, RegionEdit } from '@/core/picture';
import type { LossBelief } from '@/core/sheets';
import type {
  BenchAct,
  BenchEvent,
  SlipAnswer,
  CabinetInk,
  NamedReading,
  Place,
  Plan,
  PlanEdit,
  PracticeScore,
  PrintState,
  ShelfPage,
  Reading,
  ReadingRequest,
  StoredInk,
  TypeLine,
} from '@/model';
import type { LengthUnit, Outcome } from '@/core/units';
import type { KeptInk, PlanLooks, PotLeft, PrintSheet, Progress } from '@/derived';
import type { SaveStatus } from '@/session';
import type { WorkshopDesk } from './workshopDesk';
import type { MendEdit, IslandInfo, LayersWorker, PictureWorker, StageWorkers } from '@/workers';

/** Where things are, as addresses the server answers. */
export interface PrintUrls {
  readonly blob: (sha: string) => string;
  readonly file: (name: string) => string;
  readonly labels: string;
  /** The sheet after a run as a small picture, as it was when the page came: shown until the page has made its own. */
  readonly look: (run: number, widthPx?: number, colourwayId?: string) => string;
  readonly page: (view: string) => string;
}

/** What a scale shows, g since it was last set to nothing, and whether it has come to rest. */
export interface ScaleShown {
  readonly grams: number;
  readonly atRest: boolean;
  readonly device: string;
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
  /** Changes an ink: shown at once, taken back when it is refused. */
  readonly save: (id: string, part: Partial<CabinetInk>) => Promise<Outcome<StoredInk>>;
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
  readonly id: string;
  readonly name: string;
  readonly savedAt: string;
  /** With every edit that is on its way, on the paper of the round that is seen. */
  readonly plan: Plan;
  /** With every act that is kept here until the server has it. */
  readonly events: readonly BenchEvent[];
  /** What undo and redo would do, by the names of the history. */
  readonly undoLabel: string | null;
  readonly redoLabel: string | null;
  readonly otherRuns: PrintState['otherRuns'];
  readonly cuttingPace: number;
  readonly brushMix: PrintState['brushMix'];
  readonly drying: PrintState['drying'];
  readonly progress: Progress;
  /** What the workshop's runs are believed to lose: from its other prints and this one's own runs. */
  readonly belief: LossBelief;
  /** The round whose paper everything is predicted on, and the paper that is planned. */
  readonly seenRound: string;
  readonly seeRound: (roundId: string) => void;
  /** The colourway everything is shown in; undefined: the first set of inks. */
  readonly seenColourway: string | undefined;
  readonly seeColourway: (colourwayId: string | undefined) => void;
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
  /** Whether this device hears of what others do to the print. */
  readonly hears: boolean;
  readonly urls: PrintUrls;
  /** Pulls kept in this browser because the server did not answer. */
  readonly waitingActs: number;
  readonly change: (edit: PlanEdit) => Promise<Outcome<undefined>>;
  /** The island chosen in any view, by click, key or list. */
  readonly island: IslandInfo | undefined;
  readonly chooseIsland: (island: IslandInfo | undefined) => void;
  /** Changes islands of the picture: painted at once, saved behind. */
  readonly reshape: (edit: RegionEdit | MendEdit) => Promise<Outcome<EditDone>>;
  /** What is done about a slip, by its answer. */
  readonly answerSlip: (slipId: string, answer: SlipAnswer) => Promise<Outcome<undefined>>;
  /** Scores of rehearsals on the sample prints, newest first. */
  readonly practice: {
    readonly scores: readonly PracticeScore[];
    readonly keep: (score: Omit<PracticeScore, 'at'>) => Promise<Outcome<readonly PracticeScore[]>>;
  };
  /** The simulated scanner, and scans in forms that browsers do not show. `dpi` 0: the file does not say. */
  readonly scanner: {
    readonly scan: (
      printed: number,
      onShare: (share: number) => void,
    ) => Promise<Outcome<{ readonly file: Blob; readonly dpi: number }>>;
    /** The same by a simulated camera; the `taken`th photograph of it. */
    readonly photograph: (
      printed: number,
      taken: number,
      onShare: (share: number) => void,
    ) => Promise<Outcome<{ readonly file: Blob; readonly dpi: number }>>;
    readonly readable: (file: Blob) => Promise<Outcome<{ readonly file: Blob; readonly dpi: number }>>;
  };
  /** So many sheets of a pack on the (simulated) scale. */
  readonly weigh: (packId: string, sheets: number) => Promise<Outcome<{ readonly grams: number }>>;
  /** The workshop's (simulated) scale, and what is left in the pots of all its prints. */
  readonly mixing: {
    readonly scale: (act?: 'tare' | 'put' | 'clear', aboutG?: number) => Promise<Outcome<ScaleShown>>;
    readonly potsLeft: () => Promise<Outcome<readonly PotLeft[]>>;
    readonly keptInks: () => Promise<Outcome<readonly KeptInk[]>>;
  };
  /** The first page of the shelf: what could be done on other prints. */
  readonly shelf: () => Promise<Outcome<ShelfPage>>;
  /** The air of the workshop, as its (simulated) sensor reads it. */
  readonly readRoom: () => Promise<
    Outcome<{ readonly temperatureC: number; readonly relativeHumidityPercent: number; readonly device: string }>
  >;
  /** The outlines of a line of type, its baseline beginning at 0, 0. */
  readonly typeset: (
    line: Pick<TypeLine, 'text' | 'face' | 'sizePt'>,
  ) => Promise<Outcome<{ readonly outlinesMm: Place['outlinesMm']; readonly widthMm: number }>>;
  /** Shows the sheet as it would be, saving nothing; undefined goes back to the plan. */
  readonly tryOut: (edit: PlanEdit | undefined) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  /** Several acts go together: all of them or none. Resolves when on disk, or when kept for later (`kept`). */
  readonly log: (...acts: readonly BenchAct[]) => Promise<Outcome<'counted' | 'kept'>>;
  /** Has a file made by the server, and saves it. */
  readonly saveFile: (url: string) => Promise<void>;
  readonly bringIn: (file: File) => Promise<Outcome<undefined>>;
  readonly place: (place: Placement) => Promise<Outcome<undefined>>;
  /** Says something, with one act that may answer it. */
  readonly tell: (message: string, act?: { readonly words: string; readonly take: () => void }) => void;
}

/** The desk of one print, and who looks at which part of it. */
export class DeskStore {
  private readonly listeners = new Set<() => void>();

  constructor(private desk: PrintDesk) {}

  readonly now = (): PrintDesk => this.desk;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  publish(desk: PrintDesk): void {
    this.desk = desk;
    this.listeners.forEach((listener) => listener());
  }
}

const Context = createContext<DeskStore | undefined>(undefined);
export const PrintDeskProvider = Context.Provider;

/** Parts of the print's desk: whoever asks is drawn again when one of them is otherwise, and only then. */
export function usePrintDesk<Key extends keyof PrintDesk>(...keys: readonly Key[]): Pick<PrintDesk, Key> {
  const store = useContext(Context);
  if (!store) throw new Error('usePrintDesk outside a print');
  const last = useRef<Pick<PrintDesk, Key>>(undefined);
  const pick = () => {
    const desk = store.now(),
      known = last.current;
    if (known && keys.every((key) => known[key] === desk[key])) return known;
    return (last.current = Object.fromEntries(keys.map((key) => [key, desk[key]])) as unknown as Pick<PrintDesk, Key>);
  };
  return useSyncExternalStore(store.subscribe, pick, pick);
}
