import { applyEdit } from '@/derived';
import { failure, success, type Outcome, type Plan, type PlanEdit, type PrintState } from '@/model';
import { shared } from './shared';

export type SaveStatus = 'saved' | 'saving' | 'failed';

/** How an edit is saved on top of the revision it was made from. */
export type SaveEdit = (baseRevision: number, edit: PlanEdit) => Promise<Outcome<PrintState>>;

/** Everything not yet saved, kept in the browser: a reload or a power cut loses none of it. */
export interface KeptDraft {
  readonly revision: number;
  readonly edits: readonly PlanEdit[];
}
export interface DraftKeeper {
  /** What a window that is gone left behind; from then on it is this window's. */
  readonly takeLeft: () => Promise<KeptDraft | undefined>;
  readonly write: (draft: KeptDraft | undefined) => void;
}

/** Edits made on a state that was changed elsewhere, in their order. */
export interface Stale {
  readonly edits: readonly PlanEdit[];
}

interface Pending {
  readonly edit: PlanEdit;
  readonly done: (answer: Outcome<undefined>) => void;
}

/** No answer, or one from a server in trouble: what was sent may or may not have arrived, so it is kept and sent again. */
export function isAway(answer: Outcome<unknown>): boolean {
  return !answer.ok && (answer.code === 'unreachable' || answer.code === 'server' || answer.code.startsWith('file-'));
}

/**
 * One print's plan on one device: edits are shown at once, saved one after the other, each from the state the one before left.
 * What cannot be saved now stays shown and is sent again; what was changed elsewhere meanwhile is told with every edit not yet
 * saved. Nothing that was done is dropped without a word.
 */
export class PlanEdits {
  private pending: Pending[] = [];
  private chain: Promise<unknown> = Promise.resolve();
  private latest: PrintState;
  /** Worked out once for each change, and the same object while nothing of it changes: looks, maps and fits hang on it. */
  private shown: Plan | undefined;
  private shownLast: Plan | undefined;
  status: SaveStatus = 'saved';
  stale: Stale | undefined;

  constructor(
    initial: PrintState,
    private readonly save: SaveEdit,
    private readonly keeper: DraftKeeper,
    private readonly changed: () => void,
    private readonly tell: (message: string) => void,
  ) {
    this.latest = initial;
  }

  get state(): PrintState {
    return this.latest;
  }

  /** The saved plan with every unsaved edit. */
  get plan(): Plan {
    this.shown ??= shared(
      this.shownLast,
      this.pending.reduce((plan, { edit }) => edited(plan, edit), this.latest.plan),
    );
    this.shownLast = this.shown;
    return this.shown;
  }

  get hasUnsaved(): boolean {
    return this.pending.length > 0;
  }

  /** Takes a newer saved state; unsaved edits are applied to it. */
  adopt(state: PrintState): void {
    this.take(state);
    this.shown = undefined;
    this.changed();
  }

  /** What a window that is gone left unsaved: sent if nothing changed since, offered otherwise, with what was done here meanwhile. */
  async takeUpKept(): Promise<void> {
    const kept = await this.keeper.takeLeft();
    if (!kept) return;
    if (kept.revision === this.latest.revision && !this.hasUnsaved) {
      await Promise.all(kept.edits.map((edit) => this.change(edit)));
      return;
    }
    this.stale = { edits: [...kept.edits, ...this.pending.map(({ edit }) => edit)] };
    this.changed();
  }

  /** Resolves when saved, refused, or kept for later (`unreachable`). */
  change(edit: PlanEdit): Promise<Outcome<undefined>> {
    const answered = new Promise<Outcome<undefined>>((done) => this.pending.push({ edit, done }));
    this.shown = undefined;
    this.keep();
    this.changed();
    void this.inOrder(() => this.flush());
    return answered;
  }

  /** Runs something after all that was asked before it, and nothing beside it. */
  inOrder<T>(act: () => Promise<T>): Promise<T> {
    const next = this.chain.then(act, act);
    this.chain = next.catch(() => undefined);
    return next;
  }

  /** For acts that build on the saved plan: runs only once every edit is saved. */
  afterSaving(act: () => Promise<Outcome<undefined>>): Promise<Outcome<undefined>> {
    return this.inOrder(async () => {
      await this.flush();
      if (this.pending.length > 0)
        return failure('unreachable', 'The changes before this are not saved yet: the server does not answer.');
      return act();
    });
  }

  /** Sends what could not be sent; called from time to time. */
  retry(): void {
    if (this.pending.length > 0 && !this.stale) void this.inOrder(() => this.flush());
  }

  /** Gives up the edits made on the older state: the newer one is loaded, or they are in a copy. */
  forget(): void {
    this.keeper.write(undefined);
    this.pending = [];
    this.shown = undefined;
    this.stale = undefined;
    this.changed();
  }

  setStatus(status: SaveStatus): void {
    this.status = status;
    this.changed();
  }

  /** Saves the waiting edits in order, up to one that cannot be saved now. */
  private async flush(): Promise<void> {
    while (this.pending.length > 0 && !this.stale) {
      const [first] = this.pending;
      const next = applyEdit(this.latest.plan, first.edit);
      if (!next.ok) {
        this.tell(next.message);
        this.settled(first, next);
        continue;
      }
      if (JSON.stringify(next.value) === JSON.stringify(this.latest.plan)) {
        this.settled(first, success(undefined));
        continue;
      }
      this.setStatus('saving');
      const answer = await this.save(this.latest.revision, first.edit);
      if (answer.ok) {
        this.take(answer.value);
        this.settled(first, success(undefined));
      } else if (answer.code === 'stale') {
        this.stale = { edits: this.pending.map(({ edit }) => edit) };
        this.pending.forEach((p) => p.done(answer));
        this.setStatus('failed');
      } else if (isAway(answer)) {
        this.pending.forEach((p) => p.done(answer));
        this.setStatus('failed');
        return;
      } else {
        this.tell(answer.message);
        this.settled(first, answer);
      }
    }
  }

  /** The log only grows, so one as long and with the same end is the same. */
  private take(state: PrintState): void {
    const { events, ...rest } = state,
      { events: known, ...before } = this.latest;
    const sameLog = known.length === events.length && known.at(-1)?.id === events.at(-1)?.id;
    this.latest = { ...shared(before, rest), events: sameLog ? known : events };
  }

  private settled(pending: Pending, answer: Outcome<undefined>): void {
    this.pending = this.pending.filter((p) => p !== pending);
    this.shown = undefined;
    if (this.pending.length === 0) this.status = 'saved';
    this.keep();
    this.changed();
    pending.done(answer);
  }

  private keep(): void {
    this.keeper.write(
      this.pending.length === 0
        ? undefined
        : { revision: this.latest.revision, edits: this.pending.map(({ edit }) => edit) },
    );
  }
}

/** The plan with an edit; one that cannot be made on it is told when it is its turn to be saved, and changes nothing until then. */
function edited(plan: Plan, edit: PlanEdit): Plan {
  const next = applyEdit(plan, edit);
  return next.ok ? next.value : plan;
}
