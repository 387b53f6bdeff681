import type { Failure, Outcome } from '@/core/units';
import { PictureWorker } from './client';
import type { MapCopy, PictureJobs } from './protocol';

/** A stage by the parts of the sheet that stand and those cut now. */
export interface StageParts {
  readonly standing: readonly number[];
  readonly cutNow: readonly number[];
}

type StageJob = 'stageFigures' | 'stageAhead' | 'findings' | 'clearing';
type Settings = PictureJobs['findings']['take']['settings'];
type Findings = PictureJobs['findings']['give'];

interface Home {
  readonly worker: Pick<PictureWorker, 'ask' | 'stop'>;
  waiting: number;
}

/**
 * Looks over stages beside the worker that paints. Each stage has one worker as its home, where its measure is kept, so that it is
 * measured once whoever asks. A worker starts with the first stage it is given, and takes a copy of the map as it is then.
 */
export class StageWorkers {
  private readonly homes: readonly Home[];
  private readonly homeOfStage = new Map<string, Home>();

  constructor(
    copy: () => Promise<Outcome<MapCopy>>,
    count = 2,
    open: (onStart: (worker: PictureWorker) => Promise<unknown>) => Home['worker'] = (onStart) =>
      new PictureWorker(onStart),
  ) {
    this.homes = Array.from({ length: count }, () => ({
      worker: open(async (worker) => {
        const map = await copy();
        return map.ok ? worker.askNow('useLabels', map.value) : undefined;
      }),
      waiting: 0,
    }));
  }

  /** Asks the stage's home; a stage asked for the first time is given to whoever has least to do. */
  async ask<J extends StageJob>(job: J, take: PictureJobs[J]['take']): Promise<Outcome<PictureJobs[J]['give']>> {
    const key = keyOf(take);
    let home = this.homeOfStage.get(key);
    if (!home) {
      home = this.homes.reduce((least, h) => (h.waiting < least.waiting ? h : least));
      this.homeOfStage.set(key, home);
    }
    home.waiting++;
    try {
      return await home.worker.ask(job, take);
    } finally {
      home.waiting--;
    }
  }

  /**
   * Looks over many stages, all workers at once, and tells each as soon as it is known. Ends early, between two stages, when `signal`
   * says so. Answers with the first failure there was.
   */
  async lookOver(
    stages: readonly (StageParts & { readonly settings: Settings })[],
    tell: (index: number, found: Findings) => void,
    signal?: AbortSignal,
  ): Promise<Outcome<undefined>> {
    return this.spread(
      stages,
      async (index) => {
        const answer = await this.ask('findings', stages[index]);
        if (answer.ok && !signal?.aborted) tell(index, answer.value);
        return answer;
      },
      signal,
    );
  }

  /** Measures stages that may be asked for next, so that they are found ready; stops between two when `signal` says so. */
  async ahead(stages: readonly StageParts[], signal: AbortSignal): Promise<void> {
    await this.spread(stages, (index) => this.ask('stageAhead', stages[index]), signal);
  }

  /** Every worker takes stage after stage: those whose home it is, and those that have none yet. */
  private async spread(
    stages: readonly StageParts[],
    work: (index: number) => Promise<Outcome<unknown>>,
    signal: AbortSignal | undefined,
  ): Promise<Outcome<undefined>> {
    const left = [...stages.keys()];
    let failed: Failure | undefined;
    const lane = async (home: Home) => {
      while (!signal?.aborted && !failed) {
        const mine = left.findIndex((index) => (this.homeOfStage.get(keyOf(stages[index])) ?? home) === home);
        if (mine < 0) return;
        const [index] = left.splice(mine, 1);
        this.homeOfStage.set(keyOf(stages[index]), home);
        const answer = await work(index);
        if (!answer.ok) failed = answer;
      }
    };
    await Promise.all(this.homes.map(lane));
    return failed ?? { ok: true, value: undefined };
  }

  stop(): void {
    for (const { worker } of this.homes) worker.stop();
  }
}

function keyOf({ standing, cutNow }: StageParts): string {
  return JSON.stringify([standing, cutNow]);
}
