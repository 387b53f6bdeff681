import { test as plain, type BrowserContext } from '@playwright/test';

export { expect, type Page } from '@playwright/test';

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
      });
      profile.setDefaultTimeout(20_000);
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
