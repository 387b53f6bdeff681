import { randomBytes } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { HOUSE_COLOURS } from '@/core/colour';
import { DEVICE_NAME_LIMIT, type TurnedAway } from '@/model';
import { doorWords } from '@/words/door';
import { languageHere } from '@/words/language';
import { PLAIN_HEADERS } from './gate';

/** Where the form of the plain page goes. */
export const COME_IN = '/come-in';
const MOST_BYTES = 2048;

const ENTITIES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};
const escaped = (text: string) => text.replace(/[&<>"']/g, (sign) => ENTITIES[sign]);

const { paper, sheet, ink, pencil, hairline, press, madder } = HOUSE_COLOURS;
const STYLE = `
  body { margin: 0; background: ${paper}; color: ${ink}; font: 1.05rem/1.5 'Atkinson Hyperlegible', system-ui, sans-serif; }
  main { max-width: 30rem; margin: 8vh auto; padding: 28px 30px 32px; background: ${sheet}; border: 1px solid ${hairline}; border-radius: 2px; }
  h1 { margin: 0 0 12px; font: 600 1.6rem/1.2 'Zilla Slab', Georgia, serif; }
  label { display: block; margin-top: 18px; font-weight: 700; }
  input { box-sizing: border-box; width: 100%; min-height: 52px; margin-top: 6px; padding: 8px 12px; border: 1px solid ${pencil}; border-radius: 2px; background: ${paper}; color: ${ink}; font: inherit; }
  #code { font-size: 1.6rem; letter-spacing: 0.14em; text-transform: uppercase; }
  button { min-height: 64px; width: 100%; margin-top: 24px; border: 0; border-radius: 2px; background: ${press}; color: ${sheet}; font: inherit; font-weight: 700; font-size: 1.2rem; cursor: pointer; }
  :focus-visible { outline: 3px solid ${ink}; outline-offset: 2px; }
  .wrong { margin: 16px 0 0; padding-left: 12px; border-left: 4px solid ${madder}; }
  .quiet { margin: 22px 0 0; color: ${pencil}; font-size: 0.95rem; }`;

/**
 * The code stands behind “#” in the address of a QR code: a browser does not send that on, and here it is taken out of the address. Who came
 * by a link of another site shows no token at first: asked once more from here, it does.
 */
const SCRIPT = `{
  const code = document.getElementById('code'), name = document.getElementById('name');
  if (location.hash.length > 4) {
    code.value = decodeURIComponent(location.hash.slice(1));
    history.replaceState(null, '', location.pathname);
    name.focus();
  } else try {
    if (!sessionStorage.getItem('asked')) {
      sessionStorage.setItem('asked', '1');
      location.replace(location.href);
    }
  } catch {}
}`;

export interface ComeInPage {
  readonly secure: boolean;
  readonly why?: TurnedAway;
  readonly name?: string;
}

function html({ secure, why, name = '' }: ComeInPage, nonce: string): string {
  const said = why && why !== 'no-token' ? `<p class="wrong" role="alert">${escaped(doorWords(`why.${why}`))}</p>` : '';
  return `<!doctype html>
<html lang="${languageHere()}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escaped(doorWords('title'))}</title>
<style nonce="${nonce}">${STYLE}</style>
</head>
<body>
<main>
<h1>${escaped(doorWords('title'))}</h1>
<p>${escaped(doorWords('says'))}</p>
${said}
<form method="post" action="${COME_IN}">
<label for="code">${escaped(doorWords('code'))}</label>
<input id="code" name="code" required maxlength="20" autocomplete="off" autocapitalize="characters" spellcheck="false">
<label for="name">${escaped(doorWords('name'))}</label>
<input id="name" name="name" required maxlength="${DEVICE_NAME_LIMIT}" autocomplete="off" value="${escaped(name)}" placeholder="${escaped(doorWords('example'))}">
<button>${escaped(doorWords('comeIn'))}</button>
</form>
<p class="quiet">${escaped(doorWords(secure ? 'secure' : 'plain'))}</p>
</main>
<script nonce="${nonce}">${SCRIPT}</script>
</body>
</html>
`;
}

/** The one page that is shown to who is not let in. */
export function showComeIn(response: ServerResponse, status: number, page: ComeInPage): void {
  const nonce = randomBytes(16).toString('base64');
  response.writeHead(status, {
    ...PLAIN_HEADERS,
    'Content-Type': 'text/html; charset=utf-8',
    'Cache-Control': 'no-store',
    // with “no-referrer” a browser would not say that the form comes from here
    'Referrer-Policy': 'same-origin',
    'Content-Security-Policy': `default-src 'none'; style-src 'nonce-${nonce}'; script-src 'nonce-${nonce}'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'`,
    ...(status === 429 ? { 'Retry-After': '60' } : {}),
  });
  response.end(html(page, nonce));
}

/** What the form says; undefined where it is none, or too long. */
export async function formOf(request: IncomingMessage): Promise<{ code: string; name: string } | undefined> {
  const chunks: Buffer[] = [];
  let bytes = 0;
  // left off early, the line is still wanted for the answer
  for await (const chunk of request.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>) {
    bytes += chunk.length;
    if (bytes > MOST_BYTES) return undefined;
    chunks.push(chunk);
  }
  const fields = new URLSearchParams(Buffer.concat(chunks).toString('utf8'));
  const code = fields.get('code'),
    name = deviceName(fields.get('name') ?? '');
  return code === null || name === '' ? undefined : { code: code.slice(0, 40), name };
}

/** A name in one line, as it is shown at the machine. */
function deviceName(text: string): string {
  return [
    ...text
      .normalize('NFC')
      .replace(/[\p{C}\p{Zl}\p{Zp}]/gu, ' ')
      .replace(/\s+/g, ' ')
      .trim(),
  ]
    .slice(0, DEVICE_NAME_LIMIT)
    .join('')
    .slice(0, DEVICE_NAME_LIMIT);
}
