/** The views of the sample workshop, with what tells that each is whole. */
import type { TestServer } from './server';
import { expect, type Page } from './test';

export interface View {
  readonly print: string;
  readonly view: string;
  /** A text that stands there when the view is whole. */
  readonly whole: string | RegExp;
  /** A tab to turn to, where the view has leaves. */
  readonly leaf?: string;
}
export const SALT = 'Salt Works, Low Sun',
  QUINCES = 'Quinces on a Blue Cloth',
  FERRY = 'Ferry Slip, Night Rain';

export const ON_THE_DESK: readonly View[] = [
  { print: 'Allotment Gate', view: 'picture', whole: /colours/ },
  { print: SALT, view: 'picture', whole: 'Flat colours' },
  { print: SALT, view: 'picture', leaf: 'Islands', whole: /^\d+ from/ },
  { print: SALT, view: 'runs', whole: /plans were weighed/ },
  { print: SALT, view: 'runs', leaf: 'Who prints what', whole: 'What it costs and gives' },
  { print: SALT, view: 'inks', whole: /ΔE/ },
  { print: SALT, view: 'block', whole: /places? to decide on|Nothing stands/ },
  { print: SALT, view: 'block', leaf: 'Masks', whole: /mask/i },
  { print: SALT, view: 'block', leaf: 'Transfer', whole: /mirrored/ },
  { print: QUINCES, view: 'register', whole: 'The sheet' },
  { print: QUINCES, view: 'register', leaf: 'Jig', whole: 'Registration' },
  { print: QUINCES, view: 'register', leaf: 'Fit', whole: /10,000 sheets/ },
  { print: QUINCES, view: 'register', leaf: 'Heights', whole: 'Heights' },
  { print: SALT, view: 'block', leaf: 'Saw', whole: 'One block, sawn apart' },
  { print: FERRY, view: 'block', leaf: 'Transfer', whole: 'Pasted face down' },
  { print: SALT, view: 'sheets', whole: 'Sheets started' },
  { print: 'Market Morning, Wet Day', view: 'sheets', whole: 'Blends' },
  { print: QUINCES, view: 'finish', whole: 'Last steps' },
];
export const AT_THE_BENCH: readonly View[] = [
  { print: SALT, view: 'today', whole: 'Clean side' },
  { print: SALT, view: 'rehearse', whole: 'How much help' },
  { print: SALT, view: 'cut', whole: /parts done/ },
  { print: SALT, view: 'mix', whole: 'What is needed' },
  { print: QUINCES, view: 'proof', whole: /Mark 1/ },
  { print: QUINCES, view: 'proof', leaf: 'From a scan', whole: 'Drop a scan here' },
  { print: QUINCES, view: 'proof', leaf: 'Put right', whole: /shim/i },
  { print: FERRY, view: 'proof', leaf: 'Put right', whole: 'Grown and shrunk' },
  { print: SALT, view: 'pull', whole: 'Good pull' },
  { print: SALT, view: 'table', whole: 'A class at one block' },
];
export const IN_THE_DRAWER: readonly View[] = [
  { print: FERRY, view: 'ledger', whole: 'Ledger of sheets' },
  { print: SALT, view: 'cards', whole: 'for the first sheet' },
  { print: FERRY, view: 'numbering', whole: /number/i },
  { print: FERRY, view: 'look-over', whole: 'Against the B.A.T.' },
  { print: FERRY, view: 'record', whole: 'Record of the edition' },
  { print: FERRY, view: 'whereabouts', whole: 'Out on loan' },
];

/** Opens views of the sample workshop; `said` turns what stands there into another language. */
export function viewsOf(server: TestServer, said = <T extends string | RegExp>(text: T): T | RegExp => text) {
  /** Addresses of the prints, by name; the shelf is asked once. */
  const addresses = new Map<string, string>();
  return async (page: Page, { print, view, whole, leaf }: View): Promise<void> => {
    if (!addresses.has(print)) {
      await page.goto(server.url);
      const link = page.getByRole('article', { name: print }).getByRole('link').first();
      addresses.set(print, (await link.getAttribute('href'))!);
    }
    await page.goto(server.url + addresses.get(print)!.replace(/[^/]+$/, view));
    if (leaf) await page.getByRole('tab', { name: said(leaf) }).click();
    await expect(page.getByText(said(whole)).first()).toBeVisible({ timeout: 60_000 });
    await expect(page.getByRole('progressbar')).toHaveCount(0);
  };
}

export const nameOf = ({ print, view, leaf }: View) => `${print}, ${view}${leaf ? `, ${leaf}` : ''}`;
