import type { ActOf, Station } from '@/model';
import type { EventOf } from './replayLog';

/** A class at one block: its places, what is dealt to each, and who stands in line where. */
export interface ClassAtBlock extends Omit<ActOf<'class-begun'>, 'kind'> {
  readonly at: string;
  readonly endedAt?: string;
  /** Places in line, the first first. */
  readonly lines: Readonly<Record<Station, readonly { readonly place: number; readonly at: string }[]>>;
}

interface Classes {
  /** Oldest first. */
  classes: readonly ClassAtBlock[];
}
type ClassKind = 'class-begun' | 'lined-up' | 'stepped-out' | 'class-ended';

export const CLASS_ENTRIES: { readonly [Kind in ClassKind]: (replay: Classes, event: EventOf<Kind>) => void } = {
  'class-begun': (r, { at, act: { kind: _, ...begun } }) => {
    if (r.classes.some(({ classId }) => classId === begun.classId)) return;
    // one class stands at the block: one that was left open ends where the next begins
    r.classes = [
      ...r.classes.map((one) => ({ ...one, endedAt: one.endedAt ?? at })),
      { ...begun, at, lines: { block: [], press: [], rack: [] } },
    ];
  },
  'lined-up': (r, { at, act: { classId, station, place } }) =>
    withLine(r, classId, station, (line) =>
      line.some((one) => one.place === place) ? line : [...line, { place, at }],
    ),
  'stepped-out': (r, { act: { classId, station, place } }) =>
    withLine(r, classId, station, (line) => line.filter((one) => one.place !== place)),
  'class-ended': (r, { at, act: { classId } }) => {
    r.classes = r.classes.map((one) => (one.classId === classId ? { ...one, endedAt: one.endedAt ?? at } : one));
  },
};

type Line = ClassAtBlock['lines'][Station];

function withLine(r: Classes, classId: string, station: Station, change: (line: Line) => Line): void {
  r.classes = r.classes.map((one) =>
    one.classId === classId ? { ...one, lines: { ...one.lines, [station]: change(one.lines[station]) } } : one,
  );
}
