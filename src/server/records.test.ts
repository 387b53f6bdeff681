import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { editionRecordOf, impressionsOf, marksFor, numberingLines, progressOf } from '@/derived';
import type { ActOf, BenchAct, EditionRecord, Plan } from '@/model';
import { openStore, type Store } from '@/store';
import { bandsAgain } from '@/testing/bands';
import { actsLogged, expectOk as ok } from '@/testing/prints';
import { told } from '@/testing/told';
import {
  bundleFile,
  deletePrint,
  drawnFor,
  editPrint,
  openBundle,
  printsFile,
  printState,
  whereaboutsFile,
  whereaboutsOfWorkshop,
} from './index';

const NOW = '2026-11-28T10:00:00.000Z',
  DAY = new Date(NOW);
let db: Store, id: string, plan: Plan;
const bands = bandsAgain(['paper', 'straw', 'night'], { widthMm: 30, heightMm: 20 }, NOW);
beforeEach(async () => {
  ({ db, id, plan } = await bands());
});
afterEach(() => db.close());

const tell = actsLogged(6, NOW);
const log = (...acts: BenchAct[]) => tell(db, id, ...acts);
const SECRET = 'with the neighbour, =cmd()';

/** Four sheets printed through, one set aside, all numbered, texts told, one print out on loan. */
function wholeEdition(): void {
  const pull = (run: number, sheet: string, more: object = {}): BenchAct => ({
    ...{ kind: 'pull', runId: plan.runs[run].id, sheet, faults: [], setAside: false, note: '' },
    ...more,
  });
  ok(log({ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 4, tests: 0 }));
  plan.runs.forEach((run, r) => {
    ok(log({ kind: 'cut-done', cutId: run.formes[0].cutId! }));
    for (const sheet of ['1', '2', '3', '4'])
      if (r === 0 || sheet !== '4') ok(log(pull(r, sheet, { setAside: r === 0 && sheet === '4' })));
  });
  ok(
    editPrint(
      db,
      id,
      {
        kind: 'record-told',
        part: {
          by: 'B. & M. <press>',
          year: '2026',
          rights: '© "B.M."',
          statement: 'Kites & <script>alert(1)</script>',
        },
      },
      NOW,
    ),
  );
  ok(log(numbered()));
  ok(log({ kind: 'moved-to', sheet: '2', where: 'on loan', place: SECRET, note: 'till May', on: '2026-11-20' }));
}
function numbered(more: Partial<ActOf<'numbered'>> = {}): ActOf<'numbered'> {
  const state = ok(printState(db, id)),
    progress = progressOf(state.plan, state.events);
  const lines = numberingLines(state.plan, progress);
  return {
    ...{ kind: 'numbered', edition: 'identical', reason: '' },
    marks: marksFor(state.plan, progress, lines, 'identical'),
    ...more,
  };
}
const textOf = (bytes: Uint8Array) => new TextDecoder().decode(bytes);
const pdfHead = (bytes: Uint8Array) => Buffer.from(bytes.subarray(0, 5)).toString();

describe('records as files', () => {
  beforeEach(wholeEdition);

  test('record, certificate and labels are PDFs that say they are to be kept', async () => {
    for (const made of [
      await drawnFor({}, db, 'recordPdf', id, DAY),
      await drawnFor({}, db, 'folderLabelsPdf', id, DAY),
      await drawnFor({}, db, 'certificatePdf', id, 'edition/1', DAY),
    ]) {
      const { bytes, fileName } = ok(made);
      expect(pdfHead(bytes)).toBe('%PDF-');
      expect(fileName).toMatch(/\.pdf$/);
      expect(fileName).not.toMatch(/[\\/:*?"<>|]/);
      expect(Buffer.from(bytes).toString('latin1')).toMatch(/pdfaid:part>2</);
    }
  }, 30_000);

  test('a certificate for a print there is not is refused in words', async () => {
    for (const key of ['edition/9', 'proofs/1', '', '../1'])
      expect(told(await drawnFor({}, db, 'certificatePdf', id, key, DAY))).toMatchObject({ ok: false });
  });

  test('a picture of a print says what it is in XMP and Exif, escaped; of no print what is planned', async () => {
    for (const form of ['jpg', 'png'] as const) {
      const { bytes, mediaType } = ok(await drawnFor({}, db, 'pictureWithMetadata', id, 'edition/1', form));
      const { format, xmp, exif } = await sharp(Buffer.from(bytes)).metadata();
      expect(mediaType).toBe(form === 'jpg' ? 'image/jpeg' : 'image/png');
      expect(format).toBe(form === 'jpg' ? 'jpeg' : 'png');
      const packet = xmp!.toString();
      expect(packet).toContain('B. &amp; M. &lt;press&gt;');
      expect(packet).toMatch(/<Iptc4xmpExt:AOSourceInvNo>1\/3</);
      expect(packet).not.toContain('<script>');
      expect(exif!.toString('latin1')).toContain('B. & M. <press>');
    }
    const planned = ok(await drawnFor({}, db, 'pictureWithMetadata', id, '', 'png'));
    expect((await sharp(Buffer.from(planned.bytes)).metadata()).xmp!.toString()).not.toContain('AOSourceInvNo');
    expect(await drawnFor({}, db, 'pictureWithMetadata', id, 'edition/77', 'png')).toMatchObject({ ok: false });
  }, 30_000);

  test('the archive is read without the application, runs nothing, and opens as the same print', async () => {
    const shares: number[] = [];
    const { bytes } = ok(await drawnFor({ report: (share) => shares.push(share) }, db, 'archiveFile', id, NOW, false));
    expect(shares.at(-1)).toBeGreaterThan(0.4);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    const files = unzipSync(bytes);
    for (const path of ['index.html', 'record.json', 'prints.csv', 'ledger.csv', 'plan.json', 'manifest.json'])
      expect(Object.keys(files)).toContain(path);
    const page = textOf(files['index.html']);
    expect(page).toContain("default-src 'none'");
    expect(page).not.toMatch(/<script|https?:/);
    expect(page).toContain('Kites &amp; &lt;script&gt;');
    // every picture and file it names is there
    for (const [, path] of page.matchAll(/(?:src|href)="([^"]+)"/g)) expect(Object.keys(files)).toContain(path);
    const record = JSON.parse(textOf(files['record.json'])) as EditionRecord;
    expect(record).toMatchObject({ form: 'ulexite-record', version: 1, edition: 'identical' });
    expect(record.prints.filter(({ mark }) => mark !== '')).toHaveLength(3);
    const other = openStore(':memory:');
    const again = ok(printState(other, ok(await openBundle(other, Buffer.from(bytes), NOW))));
    expect(again.plan.record).toEqual(ok(printState(db, id)).plan.record);
    expect(again.events).toHaveLength(ok(printState(db, id)).events.length);
    other.close();
  }, 30_000);

  test('words on where prints are go out only when they are asked for: archive, bundle and table', async () => {
    const archive = async (withWords: boolean) =>
      textOf(unzipSync(ok(await drawnFor({}, db, 'archiveFile', id, NOW, withWords)).bytes)['bench-log.json']);
    const bundle = (withWords: boolean) =>
      textOf(unzipSync(ok(bundleFile(db, id, NOW, withWords)).bytes)['bench-log.json']);
    const table = (withWords: boolean) => textOf(ok(whereaboutsFile(db, id, withWords)).bytes);
    for (const shared of [archive, bundle, table]) {
      expect(await shared(false)).not.toMatch(/neighbour|till May/);
      expect(await shared(true)).toMatch(/neighbour/);
    }
    expect(table(false)).toMatch(/2026-11-20/);
  }, 30_000);

  test('tables of prints hold every print once, and nothing that a spreadsheet would reckon', () => {
    const rows = textOf(ok(printsFile(db, id)).bytes)
      .trim()
      .split('\r\n');
    expect(rows).toHaveLength(1 + 4);
    expect(rows.filter((row) => /\b[123]\/3\b/.test(row))).toHaveLength(3);
    expect(textOf(ok(whereaboutsFile(db, id, true)).bytes)).not.toMatch(/(^|,|")=cmd/m);
  });

  test('whereabouts of the workshop: every finished print of every living print, and none that was thrown away', () => {
    const [print, ...others] = whereaboutsOfWorkshop(db);
    expect(others).toEqual([]);
    expect(print.prints.map(({ mark, where }) => [mark, where])).toEqual([
      ['1/3', null],
      ['2/3', 'on loan'],
      ['3/3', null],
    ]);
    ok(deletePrint(db, id, 'Bands', NOW));
    expect(whereaboutsOfWorkshop(db)).toEqual([]);
  });

  test('the list for a show counts what is left to give', async () => {
    const show = textOf(ok(await drawnFor({}, db, 'showFile')).bytes);
    expect(show.trim().split('\r\n')).toHaveLength(2);
    expect(show).toMatch(/B\. & M\. <press>/);
  });
});

describe('what cannot have been is refused in words', () => {
  const refused = (act: BenchAct, why: RegExp) =>
    expect(told(log(act))).toMatchObject({ ok: false, message: expect.stringMatching(why) });
  const at = { xMm: 4, yMm: 5, note: '' } as const;

  test('prints there are not', () => {
    wholeEdition();
    refused({ kind: 'looked-over', sheet: '9', grade: 'good', note: '' }, /no sheet 9/i);
    refused({ kind: 'bat-chosen', sheet: '1', image: 2 }, /image/i);
    refused({ kind: 'varies-in', roundId: 'no-such-round', sheet: '1', says: 'x' }, /round/i);
    refused({ kind: 'moved-to', sheet: 'T1', where: 'given', place: '', note: '' }, /T1/);
  });

  test('a fault is placed once, and taken back once', () => {
    wholeEdition();
    const placed: BenchAct = { kind: 'fault-placed', placeId: 'dot', sheet: '1', fault: 'weak', ...at };
    ok(log(placed));
    refused(placed, /its place already/);
    ok(log({ kind: 'fault-place-undone', placeId: 'dot' }));
    refused({ kind: 'fault-place-undone', placeId: 'dot' }, /not in the log/);
  });

  test('numbers are not given before the last run', () => {
    ok(log({ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 4, tests: 0 }));
    const mark = (sheet: string, said: string) => ({ sheet, role: 'numbered' as const, mark: said });
    const of = (...marks: ActOf<'numbered'>['marks']): BenchAct => ({
      ...{ kind: 'numbered', edition: 'identical', marks, reason: '' },
    });
    refused(of(mark('1', '1/1')), /last run|printed/i);
  });

  test('numbers: not on what was set aside, not twice, not again without a reason, not on a proof there is not', async () => {
    wholeEdition();
    refused(numbered(), /numbered|reason/i);
    const again = (marks: ActOf<'numbered'>['marks']) => numbered({ marks, reason: 'counted wrong' });
    const { marks } = numbered();
    refused(again([...marks, { sheet: '4', role: 'numbered', mark: '4/4' }]), /4/);
    refused(again([marks[0], { ...marks[1], mark: marks[0].mark }]), /once/i);
    refused(again([{ ...marks[0], roundId: 'proofs' }]), /round|proof/i);
    ok(log(again(marks.slice(0, 2))));
    const { plan: now, events } = ok(printState(db, id));
    expect(editionRecordOf('Bands', now, progressOf(now, events)).corrections).toMatchObject([
      { reason: 'counted wrong' },
    ]);
    expect(impressionsOf(now, progressOf(now, events)).filter((one) => one.mark !== '')).toHaveLength(2);
  });

  test('sheets in other inks: of a colourway there is, and no more than are begun', () => {
    const begin = (sheets: number, colourwayId = 'dusk'): BenchAct => ({
      ...{ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 4, tests: 0 },
      colourways: [{ colourwayId, sheets }],
    });
    refused(begin(2), /no such colourway/);
    const dusk = { id: 'dusk', name: 'Dusk', edition: 2, sheets: 2, inks: [] };
    ok(editPrint(db, id, { kind: 'colourway-set', colourway: dusk }, NOW));
    refused(begin(5), /5 sheets, more than the 4/);
    ok(log(begin(2)));
    const more: BenchAct = { kind: 'sheets-added', roundId: 'edition', counted: 2 };
    refused({ ...more, colourwayId: 'dawn' }, /no such colourway/);
    ok(log({ ...more, colourwayId: 'dusk' }, more));
    const { plan: now, events } = ok(printState(db, id));
    expect([...progressOf(now, events).bench.colourwaySheets.keys()]).toEqual(['3', '4', '5', '6']);
  });

  test('a block that is not there cannot end', () => {
    refused({ kind: 'block-ended', blockId: 'no-such-block', how: 'cancelled', note: '' }, /not in this plan/);
    ok(log({ kind: 'block-ended', blockId: plan.blocks[0].id, how: 'cancelled', note: '' }));
  });
});
