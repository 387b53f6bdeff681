import sharp from 'sharp';
import { hexFromLabD50, type Lab } from '@/core/colour';
import { normalDeviate, randomStream } from '@/core/random/random';
import { cutBlocksOf, looksOfPlan, progressOf, sheetLayoutOf } from '@/derived';
import { ACT_VERSION, type ActOf, type BenchAct, type Plan, type PrintRecord } from '@/model';
import { editPrint, logActs, lookPng, printState } from '@/server';
import { putBlob, type Store } from '@/store';
import { expectOk, MINUTE } from './seeding';

const HOUR = 60 * MINUTE,
  DAY = 24 * HOUR;

/** What the workshop writes on its records: made up, without a person's name. */
const TEXTS: Readonly<Record<string, Partial<PrintRecord>>> = {
  'Ferry Slip, Night Rain': {
    technique: 'Colour woodcut, printed damp with pigment and paste, rubbed by hand',
    statement:
      'The last ferry of the year, drawn from the slip in the rain. The key board is printed first and once more over all.',
    price: '180, framed 260',
  },
  'Salt Works, Low Sun': {
    technique: 'Reduction linocut in five colours',
    statement: 'The salt works at the edge of Tolvane on an evening in October: one block, cut away colour by colour.',
  },
  'Market Morning, Wet Day': {
    technique: 'Linocut from five plates, printed in one day with open films',
    statement: 'Nine sheets and one wet day: nothing of it dried before the last plate lay on it.',
  },
};

/** One's own texts on the record of a print. */
export function writeRecord(db: Store, id: string, name: keyof typeof TEXTS, now: string): void {
  const part = {
    by: 'the print room of Tolvane',
    place: 'Tolvane',
    rights: '© the print room of Tolvane',
    ...TEXTS[name],
  };
  expectOk(editPrint(db, id, { kind: 'record-told', part }, now));
}

/** How many prints are photographed, and which of them came out darker than the rest. */
const PHOTOGRAPHED = 12,
  DARKER = 7;

/** Ferry Slip is looked over, photographed in part, and its prints have gone to their places. */
export async function ferryRecord(db: Store, id: string, nowMs: number, finishedMs: number): Promise<void> {
  const { plan, events } = expectOk(printState(db, id)),
    { marks } = progressOf(plan, events).bench;
  const acts: { readonly ms: number; readonly act: BenchAct }[] = [];
  const put = (ms: number, act: BenchAct) => acts.push({ ms, act });
  const numbered = marks.filter(({ role }) => role === 'numbered');
  const evening = finishedMs + 9 * HOUR;
  for (const [i, act] of (await photographs(db, id, plan, numbered.slice(0, PHOTOGRAPHED), nowMs)).entries())
    put(evening + i * MINUTE, act);
  for (const [i, { sheet }] of marks.entries())
    put(evening + (20 + i / 6) * MINUTE, {
      kind: 'looked-over',
      sheet,
      grade: i % 9 === 5 ? 'usable' : 'good',
      note: '',
    });
  put(evening + 40 * MINUTE, { kind: 'bat-chosen', sheet: numbered[0].sheet });
  const fault = (placeId: string, sheet: string, name: ActOf<'fault-placed'>['fault'], xMm: number, yMm: number) =>
    put(evening + 41 * MINUTE, { kind: 'fault-placed', placeId, sheet, fault: name, xMm, yMm, note: '' });
  fault('ferry-place-1', numbered[5].sheet, 'patchy', 131, 196);
  fault('ferry-place-2', numbered[5].sheet, 'mark', 22, 34);
  const moved = (from: number, to: number, days: number, where: ActOf<'moved-to'>['where'], place: string) => {
    const on = new Date(finishedMs + days * DAY).toISOString().slice(0, 10);
    for (const { sheet } of numbered.slice(from, to))
      put(finishedMs + days * DAY, { kind: 'moved-to', sheet, where, place, note: '', on });
  };
  moved(0, 1, 3, 'frame', 'in the passage, ash');
  moved(1, 4, 5, 'sold', 'open days');
  moved(4, 6, 6, 'on loan', 'winter show in the hall');
  moved(6, 7, 8, 'given', 'to the harbour office');
  moved(7, 30, 2, 'drawer', 'plan chest, third drawer');
  for (const block of cutBlocksOf(plan))
    put(finishedMs + 9 * DAY, { kind: 'block-ended', blockId: block.id, how: 'kept', note: '' });
  const entries = acts
    .toSorted((a, b) => a.ms - b.ms)
    .map(({ ms, act }, i) => ({
      ...{ id: `ferry-record-${String(i + 1).padStart(4, '0')}`, version: ACT_VERSION, act },
      at: new Date(Math.min(ms, nowMs)).toISOString(),
    }));
  expectOk(logActs(db, id, entries, nowMs));
}

/** Sheets laid flat and photographed in even light: what a camera would have kept, a little off each in its own way. */
async function photographs(
  db: Store,
  id: string,
  plan: Plan,
  prints: readonly { readonly sheet: string }[],
  nowMs: number,
): Promise<BenchAct[]> {
  const random = randomStream(1811),
    { sheetMm, images } = sheetLayoutOf(plan)!,
    [image] = images;
  const look = expectOk(await lookPng(db, id, plan.runs.length, 1000)),
    finished = looksOfPlan(plan)!.looks.at(-1)!;
  const madeAt = new Date(nowMs).toISOString(),
    perMm = 1000 / image.widthMm,
    px = (mm: number) => Math.round(mm * perMm);
  const taken: BenchAct[] = [];
  for (const [i, { sheet }] of prints.entries()) {
    const darker = i === DARKER,
      off = (darker ? -6 : 0) + 0.5 * normalDeviate(random);
    const picture = await sharp(look.bytes)
      .resize(px(image.widthMm), px(image.heightMm), { fit: 'fill' })
      .modulate({ brightness: 1 + off / 55, saturation: 1 + 0.015 * normalDeviate(random) })
      .toBuffer();
    const jpeg = await sharp({
      create: {
        width: px(sheetMm.widthMm),
        height: px(sheetMm.heightMm),
        channels: 3,
        background: hexFromLabD50(plan.paper.labD50),
      },
    })
      .composite([{ input: picture, left: px(image.xMm), top: px(image.yMm) }])
      .jpeg({ quality: 86 })
      .toBuffer();
    const seen = plan.flat!.colours.map(({ id: colourId }, label) => ({
      colourId,
      labD50: finished[label].map(
        (v, axis) => Math.round(100 * (v + (axis === 0 ? off : 0) + 0.4 * normalDeviate(random))) / 100,
      ) as unknown as Lab,
    }));
    taken.push({
      ...{ kind: 'photographed', pictureSha: putBlob(db, jpeg, 'image/jpeg', madeAt), sheet, note: '' },
      ...{ runId: plan.runs.at(-1)!.id, seen, errorDeltaE: 3 },
    });
  }
  return taken;
}
