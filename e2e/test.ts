import { expect as plainExpect, test as plain, type BrowserContext } from '@playwright/test';

export type { Page } from '@playwright/test';

const poll = plainExpect.poll.bind(plainExpect);
/** Asked again at short intervals: what a test waits for is there within moments. */
export const expect: typeof plainExpect = Object.assign(plainExpect, {
  poll: ((ask, options) =>
    poll(ask, { intervals: [50, 100, 150, 250], ...(typeof options === 'object' ? options : {}) })) as typeof poll,
});

/**
 * Pages of one lane share a browser profile, so that the programs of the interface are read and compiled once, as in
 * a printmaker's own browser. What a test left in the profile's store is gone before the next begins.
 */
export const test = plain.extend<object, { profile: BrowserContext }>({
  profile: [
    async ({ browser }, use) => {
      const profile = await browser.newContext({
        viewport: { width: 1280, height: 800 },
        locale: 'en-GB',
        timezoneId: 'UTC',
        acceptDownloads: true,
        // what is kept for the bench without a server has a test of its own
        serviceWorkers: 'block',
      });
      profile.setDefaultTimeout(30_000);
      await use(profile);
      await profile.close();
    },
    { scope: 'worker' },
  ],
  context: async ({ profile }, use) => {
    await use(profile);
  },
  page: async ({ profile }, use) => {
    const page = await profile.newPage();
    await use(page);
    for (const left of profile.pages()) {
      if (!left.url().startsWith('about:')) await left.evaluate(() => localStorage.clear()).catch(() => undefined);
      await left.close();
    }
  },
});
