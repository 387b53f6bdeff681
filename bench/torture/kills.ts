/**
 * Ten thousand pulls, plan edits, pictures, bundles, archives and copies, with the server killed at random moments under them, and starts on an
 * older file killed, too. As a device does, what was not acknowledged is sent again under its id. Counted: acknowledged and not there; there twice.
 */
import Database from 'better-sqlite3';
import { createHash } from 'node:crypto';
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { randomStream } from '@/core/random/random';
import type { PrintState } from '@/model';
import { copiesFolder, copiesIn, openStore } from '@/store';
import { WorkshopUnderTest } from './workshopUnderTest';

const SHEETS = 250;
const OLD = 'src/store/fixtures/store-0004.sqlite';

export interface KillFigures {
  readonly pulls: number;
  readonly kills: number;
  readonly atStart: number;
  readonly edits: number;
  readonly pictures: number;
  readonly archives: number;
  readonly bundles: number;
  readonly copies: number;
  readonly sentAgain: number;
  readonly lost: string[];
  readonly twice: string[];
  readonly broken: string[];
}

const wait = (ms: number) =>
  new Promise((later) => {
    setTimeout(later, ms);
  });
const at = () => new Date().toISOString();

/** What was acknowledged of one print, and what of it nobody knows. */
interface Known {
  readonly id: string;
  readonly runId: string;
  next: number;
  readonly acknowledged: Set<string>;
}

class Torture {
  readonly folder = mkdtempSync(join(tmpdir(), 'ulexite-kills-'));
  readonly server = new WorkshopUnderTest(join(this.folder, 'w.sqlite'), 3294);
  readonly figures = { edits: 0, pictures: 0, archives: 0, bundles: 0, copies: 0, sentAgain: 0, kills: 0, atStart: 0 };
  readonly lost: string[] = [];
  readonly twice: string[] = [];
  readonly broken: string[] = [];
  readonly prints: Known[] = [];
  private readonly random: () => number;
  /** Editions of the first print as they were sent: the last acknowledged, and those sent after it. */
  private edition = { acknowledged: 0, sent: new Set<number>() };
  private editionPrint = '';
  private picturePrint = '';
  private picture = { acknowledged: '', sent: new Set<string>() };
  private readonly bundled: string[] = [];
  private bundle = new Uint8Array();
  private archive = new Uint8Array();
  /** Prints there were before any bundle or archive came in, and those that came by archives that were acknowledged. */
  private printsBefore = 0;
  private archived = 0;
  running = true;

  constructor(seed: number) {
    this.random = randomStream(seed);
  }

  async begin(pulls: number): Promise<void> {
    this.server.begin();
    await this.server.ready();
    this.editionPrint = JSON.parse((await this.server.ask('POST', '/api/sample'))!.text) as string;
    this.picturePrint = JSON.parse(
      (await this.server.ask('POST', '/api/prints', { name: 'Pictures' }))!.text,
    ) as string;
    const file = async (path: string) => new Uint8Array(await (await fetch(this.server.url + path)).arrayBuffer());
    this.bundle = await file(`/api/prints/${this.editionPrint}/files/print.ulexite.zip`);
    this.archive = await file('/api/archive');
    // from now on it is another print than the one in the archive, which comes in beside it each time
    await this.server.ask('PUT', `/api/prints/${this.editionPrint}`, {
      known: '0.0.0',
      edit: { kind: 'sheets-set', part: { edition: 61 } },
    });
    for (let n = 0; n < Math.ceil(pulls / SHEETS); n++) this.prints.push(await this.printToPull());
    this.printsBefore = this.countPrints();
  }

  private async printToPull(): Promise<Known> {
    const id = JSON.parse((await this.server.ask('POST', '/api/sample'))!.text) as string;
    const { plan } = await this.server.get<PrintState>(`/api/prints/${id}`);
    const act = (n: number, body: object) => ({ id: `${id.slice(0, 8)}-begin-${n}`, at: at(), act: body });
    const begun = await this.server.ask('POST', `/api/prints/${id}/log`, {
      known: '0.0.0',
      events: [
        act(1, { kind: 'cut-done', cutId: plan.runs[0].formes[0].cutId }),
        act(2, { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: SHEETS, tests: 0 }),
      ],
    });
    if (begun?.status !== 200) throw new Error(`a print could not be begun: ${begun?.text}`);
    return { id, runId: plan.runs[0].id, next: 1, acknowledged: new Set() };
  }

  /** One sheet after the other, over all prints, until all are pulled or the server is gone. */
  async pull(): Promise<void> {
    while (this.running) {
      const print = this.prints.find(({ next }) => next <= SHEETS);
      if (!print) return;
      const event = `${print.id.slice(0, 8)}-pull-${print.next}`;
      const answer = await this.server.ask('POST', `/api/prints/${print.id}/log`, {
        known: '0.0.0',
        events: [
          {
            id: event,
            at: at(),
            act: { kind: 'pull', runId: print.runId, sheet: String(print.next), faults: [], setAside: false, note: '' },
          },
        ],
      });
      if (answer?.status !== 200) {
        if (answer && answer.status !== 503) this.broken.push(`pull: ${answer.status} ${answer.text.slice(0, 100)}`);
        this.figures.sentAgain++;
        return;
      }
      print.acknowledged.add(event);
      print.next++;
    }
  }

  async edit(): Promise<void> {
    for (let n = 0; this.running; n++) {
      const edition = 2 + ((this.figures.edits + n) % 60);
      this.edition.sent.add(edition);
      const answer = await this.server.ask('PUT', `/api/prints/${this.editionPrint}`, {
        known: '0.0.0',
        id: `edit-${this.figures.kills}-${this.figures.edits}-${n}`,
        edit: { kind: 'sheets-set', part: { edition } },
      });
      if (answer?.status !== 200) return;
      this.figures.edits++;
      this.edition = { acknowledged: edition, sent: new Set() };
    }
  }

  async bringPictures(): Promise<void> {
    while (this.running) {
      const shade = Math.floor(this.random() * 256);
      const png = await sharp({
        create: { width: 300, height: 200, channels: 3, background: { r: shade, g: 90, b: 60 } },
      })
        .composite([
          { input: Buffer.from(`<svg width="80" height="80"><circle cx="40" cy="40" r="${5 + (shade % 30)}"/></svg>`) },
        ])
        .png()
        .toBuffer();
      const sha = createHash('sha256').update(png).digest('hex');
      this.picture.sent.add(sha);
      const answer = await this.server.ask('POST', `/api/prints/${this.picturePrint}/picture`, new Uint8Array(png), {
        'x-file-name': 'shade.png',
        'x-known': '0.0.0',
      });
      if (answer?.status !== 200) return;
      this.figures.pictures++;
      this.picture = { acknowledged: sha, sent: new Set() };
    }
  }

  async openBundles(): Promise<void> {
    while (this.running) {
      const answer = await this.server.ask('POST', '/api/bundles', this.bundle);
      if (answer?.status !== 201) return;
      this.bundled.push(JSON.parse(answer.text) as string);
      this.figures.bundles++;
    }
  }

  async takeArchives(): Promise<void> {
    while (this.running) {
      const answer = await this.server.ask('POST', '/api/archive', this.archive);
      if (answer?.status !== 200) return;
      this.archived += (JSON.parse(answer.text) as { prints: number }).prints;
      this.figures.archives++;
    }
  }

  /** As they lie in the file, without asking the server. */
  private countPrints(): number {
    const db = new Database(this.server.file, { readonly: true });
    const { n } = db.prepare<[], { n: number }>('SELECT count(*) AS n FROM prints').get()!;
    db.close();
    return n;
  }

  async makeCopies(): Promise<void> {
    while (this.running) {
      const answer = await this.server.ask('POST', '/api/copies');
      if (answer?.status !== 202) return;
      await wait(30);
    }
  }

  /** Pulls go on, and beside them all else or one of it; then the end comes, at a moment nobody knows. */
  async killUnder(n: number): Promise<void> {
    this.running = true;
    // what is read by a program of its own, which has to begin first, is given longer
    const beside = [
      { most: 700, begin: () => this.edit() },
      { most: 8000, begin: () => this.bringPictures() },
      { most: 4000, begin: () => this.openBundles() },
      { most: 700, begin: () => this.makeCopies() },
      { most: 8000, begin: () => this.takeArchives() },
    ];
    const chosen = n % 6 === 5 ? beside : [beside[n % 6]];
    const work = [this.pull(), ...chosen.map(({ begin }) => begin())];
    await wait(20 + this.random() * Math.max(...chosen.map(({ most }) => most)));
    await this.server.kill();
    this.running = false;
    await Promise.all(work);
    this.figures.kills++;
    this.server.begin();
    await this.server.ready();
  }

  /** Whether what was acknowledged is there, once; for the prints that were worked on. */
  async check(all: boolean): Promise<void> {
    const looked = all ? this.prints : this.prints.filter(({ next }) => next > 1).slice(-2);
    for (const { id, acknowledged } of looked) {
      const { events } = await this.server.get<PrintState>(`/api/prints/${id}`);
      const count = new Map<string, number>();
      for (const { act, id: event } of events) {
        const key = act.kind === 'pull' ? `sheet ${act.sheet}` : event;
        count.set(key, (count.get(key) ?? 0) + 1);
      }
      const there = new Set(events.map((event) => event.id));
      for (const event of acknowledged) if (!there.has(event)) this.lost.push(event);
      for (const [key, n] of count) if (n > 1) this.twice.push(`${id} ${key}`);
    }
    const edited = await this.server.get<PrintState>(`/api/prints/${this.editionPrint}`);
    const { edition } = edited.plan.sheets;
    if (edition !== this.edition.acknowledged && !this.edition.sent.has(edition) && this.figures.edits > 0)
      this.lost.push(`edition ${this.edition.acknowledged}, found ${edition}`);
    const pictured = await this.server.get<PrintState>(`/api/prints/${this.picturePrint}`);
    const sha = pictured.plan.picture?.originalSha ?? '';
    const isKnown = sha === this.picture.acknowledged || this.picture.sent.has(sha);
    if (!isKnown || (sha !== '' && (await this.server.ask('GET', `/api/blobs/${sha}`))?.status !== 200))
      this.lost.push(`picture ${this.picture.acknowledged}, found ${sha}`);
    for (const id of all ? this.bundled : this.bundled.slice(-1))
      if ((await this.server.ask('GET', `/api/prints/${id}`))?.status !== 200) this.lost.push(`bundle ${id}`);
    const least = this.printsBefore + this.bundled.length + this.archived;
    if (this.countPrints() < least) this.lost.push(`${this.countPrints()} prints, ${least} acknowledged`);
    this.checkCopies();
  }

  private checkCopies(): void {
    const folder = copiesFolder(this.server.file);
    for (const copy of copiesIn(folder).slice(0, 2)) {
      const db = new Database(copy.path, { readonly: true });
      const whole = db.pragma('quick_check', { simple: true });
      if (whole !== 'ok') this.broken.push(`${copy.name}: ${String(whole)}`);
      db.close();
    }
    this.figures.copies = Math.max(this.figures.copies, copiesIn(folder).length);
  }

  /** Starts on a file of an older form are killed on the way; what it held is there afterwards. */
  async killAtStart(times: number): Promise<void> {
    const counts = (db: Database.Database) =>
      ['prints', 'plan_history', 'bench_log', 'blobs'].map((table) =>
        Number(db.prepare<[], { n: number }>(`SELECT count(*) AS n FROM ${table}`).get()!.n),
      );
    const was = new Database(OLD, { readonly: true });
    const wanted = counts(was).join();
    was.close();
    for (let n = 0; n < times; n++) {
      const folder = mkdtempSync(join(this.folder, 'old-'));
      const file = join(folder, 'old.sqlite');
      copyFileSync(OLD, file);
      const server = new WorkshopUnderTest(file, 3293);
      for (let kill = 0; kill < 2; kill++) {
        server.begin();
        await wait(150 + this.random() * 900);
        await server.kill();
        this.figures.atStart++;
      }
      const db = openStore(file);
      if (counts(db).join() !== wanted) this.lost.push(`after an upgrade: ${counts(db).join()} instead of ${wanted}`);
      if (db.pragma('integrity_check', { simple: true }) !== 'ok') this.broken.push('a file after an upgrade');
      db.close();
      rmSync(folder, { recursive: true, force: true });
    }
  }
}

/** `pulls`, `kills` of the running server and `starts` (two kills each) on an older file; the same seed gives the same moments. */
export async function killTorture(pulls: number, kills: number, starts: number): Promise<KillFigures> {
  const torture = new Torture(20_261_128);
  try {
    await torture.begin(pulls);
    for (let n = 0; n < kills; n++) {
      await torture.killUnder(n);
      await torture.check(n % 20 === 19);
    }
    // what is left is pulled in peace
    torture.running = true;
    for (let n = 0; n < 50 && torture.prints.some(({ next }) => next <= SHEETS); n++) await torture.pull();
    await torture.check(true);
    await torture.server.kill('SIGTERM');
    const db = new Database(torture.server.file);
    if (db.pragma('integrity_check', { simple: true }) !== 'ok') torture.broken.push('the file at the end');
    db.close();
    await torture.killAtStart(starts);
    const { lost, twice, broken, figures } = torture;
    const acknowledged = torture.prints.reduce((sum, print) => sum + print.acknowledged.size, 0);
    return { ...figures, pulls: acknowledged, lost, twice, broken };
  } finally {
    await torture.server.kill();
    rmSync(torture.folder, { recursive: true, force: true });
  }
}
