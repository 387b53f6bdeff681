import { failure, OutOfRange, type Failure } from '@/core/units';
import type { JobRequest } from './protocol';
import { findingInWords } from '@/words/findings';
import type { Language } from '@/words/language';
import type { Catalogue } from '@/words/translator';

/** Thrown by a handler to end its job with what is told then. */
export class JobFailed extends Error {
  constructor(readonly failure: Failure) {
    super(failure.code);
  }
}

type JobMap<Jobs> = { [J in keyof Jobs]: { take: unknown; give: unknown } };

export type Handlers<Jobs extends JobMap<Jobs>> = {
  [J in keyof Jobs]: (
    take: Jobs[J]['take'],
    progress: (share: number) => boolean,
  ) => Promise<Jobs[J]['give']> | Jobs[J]['give'];
};

const PROGRESS_EVERY_MS = 30;

/** Says that it listens, then answers each request with one result or one failure, and with progress on the way. */
export function serve<Jobs extends JobMap<Jobs>>(handlers: Handlers<Jobs>): void {
  let lastProgressAt = 0;
  self.onmessage = async ({ data }: MessageEvent<JobRequest>) => {
    const { id, job, payload, unit, language } = data;
    const progress = (share: number) => {
      const now = performance.now();
      if (now - lastProgressAt > PROGRESS_EVERY_MS) {
        lastProgressAt = now;
        self.postMessage({ id, progress: share });
      }
      return true;
    };
    try {
      const result = await handlers[job as keyof Jobs](payload as Jobs[keyof Jobs]['take'], progress);
      self.postMessage({ id, result }, { transfer: transferables(result) });
    } catch (error) {
      const told =
        error instanceof JobFailed || error instanceof OutOfRange
          ? error.failure
          : failure('worker', { message: error instanceof Error ? error.message : String(error) });
      // told here: the page need not know what only workers find
      await speak(language);
      self.postMessage({ id, failure: { ...told, said: findingInWords(told, unit) } });
    }
  };
  self.postMessage({ listens: true });
}

/** Fetches the words of a language, when there is something to be said in it. */
async function speak(language: Language): Promise<void> {
  globalThis.ulexiteLanguage = () => language;
  if (language === 'de')
    globalThis.ulexiteCatalogues ??= { de: (await import('@/words/made/de.json')).default as unknown as Catalogue };
}

/** Pictures and large arrays, alone or as a field of the result, are handed over, not copied. */
function transferables(result: unknown): Transferable[] {
  const one = (value: unknown): Transferable[] => {
    if (typeof ImageBitmap !== 'undefined' && value instanceof ImageBitmap) return [value];
    return value instanceof Uint8Array || value instanceof Uint16Array || value instanceof Float64Array
      ? [value.buffer as ArrayBuffer]
      : [];
  };
  const own = one(result);
  return own.length > 0 || typeof result !== 'object' || result === null || Array.isArray(result)
    ? own
    : Object.values(result).flatMap(one);
}
