import { zipSync, strToU8, type Zippable } from 'fflate';
import { escapeXml } from './svg';

export interface RasterLayer {
  readonly name: string;
  readonly png: Uint8Array;
  readonly visible: boolean;
}

/**
 * A layered picture in the OpenRaster form: a zip whose first entry, stored, says what it is; `stack.xml` with the layers from top to
 * bottom and the resolution in dots an inch; each layer as a PNG of the full size; the merged picture and a thumbnail (256 px at most).
 */
export function openRaster(
  widthPx: number,
  heightPx: number,
  mmPerPx: number,
  layers: readonly RasterLayer[],
  merged: Uint8Array,
  thumbnail: Uint8Array,
): Uint8Array {
  const dpi = Math.round(25.4 / mmPerPx);
  const entries = layers.map(
    (layer, i) =>
      `  <layer name="${escapeXml(layer.name)}" src="data/layer${i}.png" x="0" y="0" opacity="1.0" visibility="${layer.visible ? 'visible' : 'hidden'}" composite-op="svg:src-over"/>`,
  );
  const stack = [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<image version="0.0.3" w="${widthPx}" h="${heightPx}" xres="${dpi}" yres="${dpi}">`,
    ' <stack>',
    ...entries,
    ' </stack>',
    '</image>',
    '',
  ].join('\n');
  const files: Zippable = { mimetype: [strToU8('image/openraster'), { level: 0 }], 'stack.xml': strToU8(stack) };
  layers.forEach((layer, i) => {
    files[`data/layer${i}.png`] = [layer.png, { level: 0 }];
  });
  files['mergedimage.png'] = [merged, { level: 0 }];
  files['Thumbnails/thumbnail.png'] = [thumbnail, { level: 0 }];
  return zipSync(files);
}
