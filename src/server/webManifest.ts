import { HOUSE_COLOURS } from '@/core/colour';
import { languageHere } from '@/words/language';
import { pageWords } from '@/words/pages';

/** What a device needs to put Ulexite on its home screen, in the language it asks in. */
export function webManifest() {
  const icon = (name: string, size: number, purpose: string) => ({
    ...{ src: `/icons/${name}-${size}.png`, sizes: `${size}x${size}`, type: 'image/png', purpose },
  });
  return {
    id: '/',
    name: pageWords('product'),
    short_name: pageWords('product'),
    description: pageWords('about'),
    lang: languageHere(),
    start_url: '/',
    scope: '/',
    display: 'standalone',
    background_color: HOUSE_COLOURS.paper,
    theme_color: HOUSE_COLOURS.paper,
    icons: [icon('icon', 192, 'any'), icon('icon', 512, 'any'), icon('maskable', 512, 'maskable')],
  };
}
