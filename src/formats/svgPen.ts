import { fileWords } from '@/words/files';
import { RULER_MM, type Drawing, type LineStyle, type Pen } from './pdf';
import { escapeXml, svgNumber as n } from './svg';
import { HOUSE_COLOURS } from '@/core/colour';

const FOOT_MM = 16;

/** A drawing as an SVG document true to size, with its title and a check ruler at the foot. */
export function svgOfDrawing(drawing: Drawing): string {
  const parts: string[] = [];
  const pen = svgPen(parts);
  drawing.draw(pen);
  const { widthMm, heightMm } = drawing;
  const y = heightMm + 6;
  pen.line(2, y, 2 + RULER_MM, y, { widthMm: 0.3 });
  for (let mm = 0; mm <= RULER_MM; mm += 10)
    pen.line(2 + mm, y, 2 + mm, y - (mm % 50 === 0 ? 3.5 : 2), { widthMm: 0.2 });
  pen.text(fileWords('svgPen.checkRulerMm', { rulerMm: RULER_MM }), 2, y + 1.5, 2.6);
  pen.text(drawing.title, 2, y + 5.5, 3);
  const [width, height] = [n(Math.max(widthMm, RULER_MM + 4)), n(heightMm + FOOT_MM)];
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">`,
    `  <title>${escapeXml(drawing.title)}</title>`,
    `  <desc>${escapeXml(drawing.note)}</desc>`,
    ...parts,
    '</svg>',
    '',
  ].join('\n');
}

function svgPen(parts: string[]): Pen {
  const stroke = (style: LineStyle = {}) =>
    `stroke="${style.colour ?? HOUSE_COLOURS.ink}" stroke-width="${n(style.widthMm ?? 0.2)}"${style.dashMm ? ` stroke-dasharray="${n(style.dashMm)}"` : ''}`;
  return {
    rect: (x, y, width, height, style) => {
      parts.push(
        `  <rect x="${n(x)}" y="${n(y)}" width="${n(width)}" height="${n(height)}" fill="${style?.fill ?? 'none'}" ${stroke(style)}/>`,
      );
    },
    line: (x1, y1, x2, y2, style) => {
      parts.push(`  <line x1="${n(x1)}" y1="${n(y1)}" x2="${n(x2)}" y2="${n(y2)}" ${stroke(style)}/>`);
    },
    circle: (x, y, radius, style) => {
      parts.push(
        `  <circle cx="${n(x)}" cy="${n(y)}" r="${n(radius)}" fill="${style?.fill ?? 'none'}" ${stroke(style)}/>`,
      );
    },
    area: (path, fill) => {
      parts.push(`  <path transform="scale(0.01)" fill="${fill}" fill-rule="evenodd" d="${path}"/>`);
    },
    outlines: (path, widthMm, colour, dashMm) => {
      parts.push(
        `  <path transform="scale(0.01)" fill="none" stroke="${colour}" stroke-width="${n(widthMm * 100)}"${dashMm ? ` stroke-dasharray="${n(dashMm * 100)}"` : ''} stroke-linejoin="round" d="${path}"/>`,
      );
    },
    hatch: (path, _width, _height, colour) => {
      const id = `gouge${parts.length}`;
      parts.push(
        `  <pattern id="${id}" width="300" height="150" patternUnits="userSpaceOnUse"><path d="M0 130l200-130M150 205l200-130" stroke="${colour}" stroke-width="22"/></pattern>`,
        `  <path transform="scale(0.01)" fill="url(#${id})" fill-rule="evenodd" d="${path}"/>`,
      );
    },
    polygon: (points, fill) => {
      parts.push(`  <polygon points="${points.map(([x, y]) => `${n(x)},${n(y)}`).join(' ')}" fill="${fill}"/>`);
    },
    picture: (png, x, y, widthMm, heightMm) => {
      parts.push(
        `  <image x="${n(x)}" y="${n(y)}" width="${n(widthMm)}" height="${n(heightMm)}" preserveAspectRatio="none" href="data:image/png;base64,${Buffer.from(png).toString('base64')}"/>`,
      );
    },
    text: (text, x, y, sizeMm = 3, options = {}) => {
      const anchor = options.align === 'center' ? 'middle' : options.align === 'right' ? 'end' : 'start';
      // the y of a drawing is the top of the letters, that of SVG their foot
      const turned = options.turnDeg ? ` transform="rotate(${n(options.turnDeg)} ${n(x)} ${n(y)})"` : '';
      parts.push(
        `  <text x="${n(x)}" y="${n(y + 0.8 * sizeMm)}" font-family="sans-serif" font-size="${n(sizeMm)}" text-anchor="${anchor}" fill="${options.colour ?? HOUSE_COLOURS.ink}"${turned}>${escapeXml(text)}</text>`,
      );
    },
  };
}
