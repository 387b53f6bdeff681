import { FILE_IN_STEPS, type Outcome } from '@/model';
import { unitAsked, type Asker, type FileOut } from '@/server';
import { refusalOf } from '@/words/refusals';
import { respondFile } from './respond';

/**
 * A file that takes work: at once where a plain file is asked for, otherwise line by line how far it is, then a line that says what it
 * is or why it is not, and its bytes. When whoever asked is gone, it is not drawn any further.
 */
export async function respondInSteps(
  request: Request,
  make: (asker: Asker) => Promise<Outcome<FileOut & { readonly dpi?: number }>>,
): Promise<Response> {
  if (!request.headers.get('accept')?.includes(FILE_IN_STEPS)) return respondFile(await make({ gone: request.signal }));
  const unit = unitAsked(),
    encoder = new TextEncoder(),
    gone = new AbortController();
  request.signal.addEventListener('abort', () => gone.abort(), { once: true });
  const stream = new ReadableStream<Uint8Array>({
    start: async (controller) => {
      const line = (said: object) => controller.enqueue(encoder.encode(`${JSON.stringify(said)}\n`));
      try {
        const made = await make({ gone: gone.signal, report: (share) => !gone.signal.aborted && line({ share }) });
        if (gone.signal.aborted) return;
        if (made.ok) {
          const { bytes, ...what } = made.value;
          line({ ok: true, ...what });
          controller.enqueue(new Uint8Array(bytes));
        } else line({ ok: false, ...refusalOf(made, unit) });
        controller.close();
      } catch (error) {
        controller.error(error);
      }
    },
    cancel: () => gone.abort(),
  });
  return new Response(stream, {
    headers: { 'Content-Type': FILE_IN_STEPS, 'Cache-Control': 'no-store, no-transform' },
  });
}
