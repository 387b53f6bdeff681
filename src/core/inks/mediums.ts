import { UNDER_FILM, type Laying, type UnderFilm } from './inkOnPaper';

/** What an ink is made of decides how it is laid, how long it stays open and when it is dry. Adding a medium is adding a row. */
export const MEDIUM_IDS = [
  'oil relief',
  'water-washable oil',
  'water-based relief',
  'pigment and paste',
  'lithographic oil',
] as const;
export type MediumId = (typeof MEDIUM_IDS)[number];

/** Figures are start values until the workshop's own log replaces them; trapping of oil films was measured. */
export interface Medium {
  readonly id: MediumId;
  /** Wet film on paper of the usual weight, µm. */
  readonly wetFilmUm: number;
  /** Until the next film, on bare paper at 20 °C and 50 % RH. */
  readonly dryingHours: number;
  /** How long a film stays open, so that another sinks into it. */
  readonly openHours: number;
  /** How films of it lie on films that are dry, and on films still open. */
  readonly under: Readonly<Record<UnderFilm, { readonly floorShare: number; readonly trapping: number }>>;
  /** A film must be less tacky than the one it lies on: softener rises run by run. */
  readonly tackLadder: boolean;
  readonly laidBy: 'roller' | 'brush';
  readonly cautionIds: readonly string[];
}

/** A film that has sunk into damp paper, or set within the half hour, takes the next as dry ones do. */
const NEVER_OPEN = { dry: UNDER_FILM.dry, wet: UNDER_FILM.dry };

export const MEDIUMS: readonly Medium[] = [
  {
    id: 'oil relief',
    wetFilmUm: 8,
    dryingHours: 60,
    openHours: 7,
    under: UNDER_FILM,
    tackLadder: true,
    laidBy: 'roller',
    cautionIds: ['solvents', 'rags', 'driers'],
  },
  {
    id: 'water-washable oil',
    wetFilmUm: 8,
    dryingHours: 24,
    openHours: 5,
    under: UNDER_FILM,
    tackLadder: true,
    laidBy: 'roller',
    cautionIds: ['rags', 'driers'],
  },
  {
    id: 'water-based relief',
    wetFilmUm: 8,
    dryingHours: 0.5,
    openHours: 0.25,
    under: NEVER_OPEN,
    tackLadder: false,
    laidBy: 'roller',
    cautionIds: [],
  },
  {
    id: 'pigment and paste',
    wetFilmUm: 3,
    dryingHours: 0,
    openHours: 0,
    under: NEVER_OPEN,
    tackLadder: false,
    laidBy: 'brush',
    cautionIds: ['sanding'],
  },
  {
    id: 'lithographic oil',
    wetFilmUm: 6,
    dryingHours: 72,
    openHours: 8,
    under: UNDER_FILM,
    tackLadder: true,
    laidBy: 'roller',
    cautionIds: ['solvents', 'rags', 'driers'],
  },
];

/** Open so long, a film is still open when the next run of the same day comes. */
const OPEN_FOR_NEXT_HOURS = 1;

/** How films of a medium are laid where films meet those below as `under` says. */
export function layingOf(id: MediumId, under: UnderFilm): Laying {
  const { openHours, under: lies } = mediumById(id);
  return {
    open: under === 'wet' && openHours >= OPEN_FOR_NEXT_HOURS,
    onOpen: lies.wet.trapping,
    onDry: lies.dry.trapping,
  };
}

/** The medium of this id. */
export function mediumById(id: MediumId): Medium {
  return MEDIUMS.find((medium) => medium.id === id)!;
}
