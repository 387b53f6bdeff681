import { languageHere } from '@/words/language';
import { HOUSE_COLOURS } from '@/core/colour';
import type { CardSection } from '@/words/cards';

/** A picture of the page, by its place in the archive. */
interface ArchivePicture {
  readonly path: string;
  readonly says: string;
}

export interface ArchivePage {
  readonly title: string;
  readonly subtitle: string;
  readonly statement: string;
  readonly made: string;
  readonly main: ArchivePicture | undefined;
  readonly sections: readonly CardSection[];
  /** Rows of pictures under a heading. */
  readonly strips: readonly { readonly title: string; readonly pictures: readonly ArchivePicture[] }[];
  readonly table: {
    readonly title: string;
    readonly heads: readonly string[];
    readonly rows: readonly (readonly string[])[];
  };
  readonly files: {
    readonly title: string;
    readonly list: readonly { readonly path: string; readonly says: string }[];
  };
}

const HTML: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };
const text = (words: string) => words.replace(/[&<>"']/g, (sign) => HTML[sign]);

const { paper, sheet, ink, pencil, hairline } = HOUSE_COLOURS;
const STYLE = `
body{margin:0;background:${paper};color:${ink};font:16px/1.5 Georgia,serif}
main{max-width:60rem;margin:0 auto;padding:2.5rem 1.5rem 4rem}
h1{font-size:2.4rem;line-height:1.15;margin:0}h2{font-size:1.15rem;border-bottom:1px solid ${ink};margin:2rem 0 .5rem}
p{margin:.4rem 0;max-width:44rem}.quiet{color:${pencil}}img{max-width:100%;background:${sheet};border:1px solid ${hairline}}
.two{columns:2;column-gap:2.5rem}.two section,.two figure{break-inside:avoid}.two h2{margin-top:0}.two{margin-top:1.2rem}.two figure{margin-bottom:1.5rem}
dl{margin:0 0 1.5rem}dl div{display:grid;grid-template-columns:9rem 1fr;border-bottom:1px solid ${hairline};padding:.15rem 0}
dt{color:${pencil}}dd{margin:0}.strip{display:grid;grid-template-columns:repeat(auto-fill,minmax(11rem,1fr));gap:1rem}
figure{margin:0}figcaption{font-size:.85rem;color:${pencil}}table{border-collapse:collapse;width:100%;font-size:.9rem}
th,td{text-align:left;border-bottom:1px solid ${hairline};padding:.2rem .8rem .2rem 0}a{color:inherit}
@media(max-width:40em){.two{columns:1}}@media print{body{background:none}}`;

const figure = ({ path, says }: ArchivePicture) =>
  `<figure><a href="${text(path)}"><img src="${text(path)}" alt="${text(says)}" loading="lazy"></a><figcaption>${text(says)}</figcaption></figure>`;

/** A page that any browser shows, by itself: its looks within, pictures beside it, no script and no address outside. */
export function archivePage(page: ArchivePage): string {
  const sections = page.sections.map(
    ({ title, rows }) =>
      `<section><h2>${text(title)}</h2><dl>${rows.map(([what, how]) => `<div><dt>${text(what)}</dt><dd>${text(how)}</dd></div>`).join('')}</dl></section>`,
  );
  const strips = page.strips
    .filter(({ pictures }) => pictures.length > 0)
    .map(({ title, pictures }) => `<h2>${text(title)}</h2><div class="strip">${pictures.map(figure).join('')}</div>`);
  const { table, files } = page;
  const cells = (tag: 'th' | 'td', row: readonly string[]) =>
    `<tr>${row.map((cell) => `<${tag}>${text(cell)}</${tag}>`).join('')}</tr>`;
  return [
    `<!doctype html><html lang="${languageHere()}"><head><meta charset="utf-8">`,
    '<meta name="viewport" content="width=device-width,initial-scale=1">',
    // whatever a text of the print may say, nothing of it runs
    "<meta http-equiv=\"Content-Security-Policy\" content=\"default-src 'none'; img-src 'self' file: data:; style-src 'unsafe-inline'\">",
    `<title>${text(page.title)}</title><style>${STYLE}</style></head><body><main>`,
    `<h1>${text(page.title)}</h1><p>${text(page.subtitle)}</p>`,
    ...(page.statement ? [`<p>${text(page.statement)}</p>`] : []),
    `<div class="two">${page.main ? figure(page.main) : ''}${sections.join('')}</div>`,
    ...strips,
    `<h2>${text(table.title)}</h2><table><thead>${cells('th', table.heads)}</thead><tbody>${table.rows.map((row) => cells('td', row)).join('')}</tbody></table>`,
    `<h2>${text(files.title)}</h2><ul>${files.list.map(({ path, says }) => `<li><a href="${text(path)}">${text(path)}</a>: ${text(says)}</li>`).join('')}</ul>`,
    `<p class="quiet">${text(page.made)}</p></main></body></html>`,
  ].join('\n');
}
