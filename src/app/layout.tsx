import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter';
import type { Metadata } from 'next';
import Script from 'next/script';
import type { ReactNode } from 'react';
import '@fontsource/atkinson-hyperlegible/latin-400.css';
import '@fontsource/atkinson-hyperlegible/latin-700.css';
import '@fontsource/zilla-slab/latin-500.css';
import '@fontsource/zilla-slab/latin-600.css';
import '@fontsource/zilla-slab/latin-700.css';
import '@/ui/theme/global.css';
import { Queries } from './client/Queries';
import { WithoutServer } from './client/WithoutServer';
import { NotLetIn } from '@/ui/kit/NotLetIn';
import { RoleHere } from '@/ui/kit/role';
import { ThemeRoot } from '@/ui/theme/ThemeRoot';
import { placeHere, roleHere } from './roleHere';
import { wordsScript } from '@/server';
import { languageHere } from '@/words/language';
import { pageWords } from '@/words/pages';

export const generateMetadata = (): Metadata => ({
  title: pageWords('product'),
  description: pageWords('about'),
});

export default async function RootLayout({ children }: { children: ReactNode }) {
  const role = await roleHere(),
    place = await placeHere(),
    language = languageHere(),
    words = wordsScript(language);
  return (
    <html lang={language}>
      {/* with what tells who asks: a device that is let in fetches it as one */}
      <link rel="manifest" href="/manifest.webmanifest" crossOrigin="use-credentials" />
      <body>
        {words && <Script id="words" strategy="beforeInteractive" src={`/words/${language}.js?${words.mark}`} />}
        <AppRouterCacheProvider options={{ enableCssLayer: true }}>
          <ThemeRoot>
            <RoleHere {...{ role, place }}>
              <Queries>{children}</Queries>
              <NotLetIn />
              <WithoutServer />
            </RoleHere>
          </ThemeRoot>
        </AppRouterCacheProvider>
      </body>
    </html>
  );
}
