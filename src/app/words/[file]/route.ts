import { wordsScript } from '@/server';
import { languageIn } from '@/words/language';

/** The words of a language for the pages that speak it: `de.js`. Named anew with every word, so it is kept for good. */
export async function GET(_: Request, { params }: { params: Promise<{ file: string }> }): Promise<Response> {
  const { file } = await params;
  const language = /^[a-z]{2}\.js$/.test(file) ? languageIn(file.slice(0, 2)) : undefined;
  const script = language && wordsScript(language);
  if (!script) return new Response(null, { status: 404 });
  return new Response(script.text, {
    headers: {
      'Content-Type': 'text/javascript; charset=utf-8',
      'Cache-Control': 'private, max-age=31536000, immutable',
    },
  });
}
