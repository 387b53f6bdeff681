import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter';
import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import '@fontsource/atkinson-hyperlegible/latin-400.css';
import '@fontsource/atkinson-hyperlegible/latin-700.css';
import '@fontsource/zilla-slab/latin-500.css';
import '@fontsource/zilla-slab/latin-600.css';
import '@fontsource/zilla-slab/latin-700.css';
import '@/ui/theme/global.css';
import { Queries } from './client/Queries';
import { ThemeRoot } from '@/ui/theme/ThemeRoot';
import { pageWords } from '@/words/pages';

export const metadata: Metadata = {
  title: pageWords('product'),
  description: pageWords('about'),
};

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en">
      <body>
        <AppRouterCacheProvider options={{ enableCssLayer: true }}>
          <ThemeRoot>
            <Queries>{children}</Queries>
          </ThemeRoot>
        </AppRouterCacheProvider>
      </body>
    </html>
  );
}
