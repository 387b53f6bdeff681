import { toldByServer } from '@/words/refusals';
import type { Failure } from '@/core/units';

type JobMap<Jobs> = { [J in keyof Jobs]: { take: unknown; give: unknown } };
type Reply = { id: number; progress?: number; result?: unknown; failure?: Failure };

/** A picture as a browser's worker holds it: RGBA, row by row. Stands in for ImageBitmap and ImageData. */
export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}

/** A canvas that can do what the workers ask of one: draw a picture at a size, give its pixels, take lines. */
class PlainCanvas {
  /** Lines stroked so far, by colour. */
  readonly strokes = new Map<string, number>();
  private pixels: Pixels;

  constructor(
    readonly width: number,
    readonly height: number,
  ) {
    this.pixels = { width, height, data: new Uint8ClampedArray(4 * width * height) };
  }

  getContext() {
    const pen = {
      strokeStyle: '',
      fillStyle: '',
      lineCap: 'butt',
      lineWidth: 1,
      lines: 0,
      beginPath: () => {
        pen.lines = 0;
      },
      fillRect: () => undefined,
      setTransform: () => undefined,
      moveTo: () => undefined,
      lineTo: () => {
        pen.lines++;
      },
      stroke: () => {
        this.strokes.set(pen.strokeStyle, (this.strokes.get(pen.strokeStyle) ?? 0) + pen.lines);
      },
      drawImage: (picture: Pixels) => {
        this.pixels = scaled(picture, this.width, this.height);
      },
      getImageData: () => this.pixels,
    };
    return pen;
  }

  transferToImageBitmap() {
    return { width: this.width, height: this.height, strokes: this.strokes };
  }
}

function scaled(from: Pixels, width: number, height: number): Pixels {
  const data = new Uint8ClampedArray(4 * width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = 4 * (Math.floor((y * from.height) / height) * from.width + Math.floor((x * from.width) / width));
      data.set(from.data.subarray(at, at + 4), 4 * (y * width + x));
    }
  return { width, height, data };
}

/** Eight bytes of size, then RGBA: what a picture's file is to the stand-in for the browser's decoder. */
export function pixelFile({ width, height, data }: Pixels): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(8 + data.length);
  new DataView(bytes.buffer).setUint32(0, width);
  new DataView(bytes.buffer).setUint32(4, height);
  bytes.set(data, 8);
  return bytes;
}

async function imageBitmapOf(source: Blob | Pixels): Promise<Pixels & { close(): void }> {
  if (!(source instanceof Blob)) return { ...source, close: () => undefined };
  const bytes = new Uint8Array(await source.arrayBuffer());
  if (bytes.length < 8) throw new Error('no picture');
  const view = new DataView(bytes.buffer);
  return {
    width: view.getUint32(0),
    height: view.getUint32(4),
    data: new Uint8ClampedArray(bytes.subarray(8)),
    close: () => undefined,
  };
}

/**
 * A worker's program run where the tests run: requests go in as the browser would send them, and every answer comes out.
 * `load` requires the program; `files` are what the server has, and `sent` is what was posted to it.
 */
export class WorkerBench<Jobs extends JobMap<Jobs>> {
  readonly files = new Map<string, Uint8Array<ArrayBuffer>>();
  readonly sent: { url: string; bytes: Uint8Array }[] = [];
  readonly progress: number[] = [];
  /** What the server answers to a POST. */
  answer: unknown = 'stored';
  private readonly waiting = new Map<number, (reply: Reply) => void>();
  private readonly self: { onmessage?: (event: { data: unknown }) => void; postMessage: (reply: Reply) => void };
  private serial = 0;

  constructor(load: () => void) {
    this.self = {
      postMessage: (reply) => {
        if (reply.progress !== undefined) this.progress.push(reply.progress);
        else this.waiting.get(reply.id)?.(reply);
      },
    };
    Object.assign(globalThis, {
      self: this.self,
      OffscreenCanvas: PlainCanvas,
      createImageBitmap: imageBitmapOf,
      ImageData: class {
        constructor(
          readonly data: Uint8ClampedArray,
          readonly width: number,
          readonly height: number,
        ) {}
      },
      fetch: (url: string, init?: { method?: string; body?: Blob }) => this.fetched(url, init),
    });
    load();
  }

  /** The answer to one job; a failure comes back as it was told. */
  async ask<J extends keyof Jobs & string>(job: J, payload: Jobs[J]['take']): Promise<Jobs[J]['give'] | Failure> {
    const id = ++this.serial;
    const reply = await new Promise<Reply>((resolve) => {
      this.waiting.set(id, resolve);
      this.self.onmessage!({ data: { id, job, payload } });
    });
    this.waiting.delete(id);
    return reply.failure ?? (reply.result as Jobs[J]['give']);
  }

  /** The answer to one job that must not fail. */
  async get<J extends keyof Jobs & string>(job: J, payload: Jobs[J]['take']): Promise<Jobs[J]['give']> {
    const answer = await this.ask(job, payload);
    if (typeof answer === 'object' && answer !== null && 'ok' in answer && answer.ok === false)
      throw new Error(`${job}: ${toldByServer(answer as Failure)}`);
    return answer as Jobs[J]['give'];
  }

  private async fetched(url: string, init?: { method?: string; body?: Blob }): Promise<Response> {
    if (init?.method === 'POST') {
      this.sent.push({ url, bytes: new Uint8Array(await init.body!.arrayBuffer()) });
      return new Response(JSON.stringify(this.answer));
    }
    const bytes = this.files.get(url);
    return bytes ? new Response(bytes) : new Response('', { status: 404 });
  }
}
