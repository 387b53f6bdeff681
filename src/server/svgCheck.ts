import { SaxesParser } from 'saxes';
import { failure, type Failure, phrase, type Phrase } from '@/core/units';

/** Elements that only draw. */
const DRAWING = new Set(
  'svg g defs title desc metadata path rect circle ellipse line polyline polygon text tspan textPath use symbol clipPath mask pattern image linearGradient radialGradient stop style switch a marker'.split(
    ' ',
  ),
);
/** Drawing programs' own notes: passed over with all they hold. */
const NOTES = /^(sodipodi|inkscape|rdf|cc|dc|i|x|xmp|serif|sketch|bx|krita):/;
const MOST_ELEMENTS = 20_000,
  MOST_DEPTH = 60,
  MOST_ATTRIBUTE_CHARS = 4_000_000,
  MOST_USES = 500,
  MOST_SEE_THROUGH = 1500;
const INSIDE = /^(#|data:image\/(png|jpeg|webp);base64,)/i;

class Refused extends Error {
  constructor(readonly failure: Failure) {
    super(failure.code);
  }
}

/**
 * Why a drawing is not opened: an SVG may only draw, with a bounded number of elements from a list, and refer to nothing outside itself.
 * Reads as a stream: it stops at the first fault. Undefined when nothing is wrong. `named` says which file.
 */
export function unsafeSvg(bytes: Buffer, named: string): Failure | undefined {
  if (bytes.includes(0)) return failure('svg-encoding', { named });
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return failure('svg-encoding', { named });
  }
  try {
    read(text, named);
    return undefined;
  } catch (error) {
    if (error instanceof Refused) return error.failure;
    return failure('picture-kind.isDamagedItIs', { named });
  }
}

function read(text: string, named: string): void {
  const parser = new SaxesParser({ xmlns: false });
  const counts = { elements: 0, uses: 0, seeThrough: 0 };
  let depth = 0,
    inNotes = 0,
    style = '';
  parser.on('doctype', (doctype) => {
    if (/\[|ENTITY/i.test(doctype)) throw new Refused(failure('svg-entities', { named }));
  });
  parser.on('processinginstruction', ({ target }) => {
    if (target !== 'xml') throw outside(named, `<?${target}`);
  });
  parser.on('error', (error) => {
    throw error;
  });
  parser.on('opentag', ({ name, attributes }) => {
    depth++;
    counts.elements++;
    if (counts.elements > MOST_ELEMENTS)
      throw tooMuch(named, phrase('svgCheck.moreThanElements', { most: MOST_ELEMENTS }));
    if (depth > MOST_DEPTH) throw tooMuch(named, phrase('svgCheck.elementsNestedMoreThan', { most: MOST_DEPTH }));
    if (inNotes > 0 || NOTES.test(name) || name === 'metadata') {
      inNotes++;
      return;
    }
    const plain = name.replace(/^svg:/, '');
    if (!DRAWING.has(plain)) throw forbidden(named, plain);
    if (plain === 'use' && ++counts.uses > MOST_USES)
      throw tooMuch(named, phrase('svgCheck.moreThanCopiesOf', { most: MOST_USES }));
    checkAttributes(attributes as Record<string, string>, plain, named, counts);
  });
  parser.on('closetag', ({ name }) => {
    depth--;
    if (inNotes > 0) inNotes--;
    else if (name.replace(/^svg:/, '') === 'style') {
      checkStyle(style, named);
      style = '';
    }
  });
  const styleText = (chunk: string) => {
    if (inNotes === 0) style += chunk.length > 200_000 ? chunk.slice(0, 200_000) : chunk;
    if (style.length > 2_000_000) style = style.slice(-1_000_000);
  };
  parser.on('text', styleText);
  parser.on('cdata', styleText);
  parser.on('opentagstart', () => {
    style = '';
  });
  for (let at = 0; at < text.length; at += 65_536) parser.write(text.slice(at, at + 65_536));
  parser.close();
}

function checkAttributes(
  attributes: Record<string, string>,
  element: string,
  named: string,
  counts: { seeThrough: number },
): void {
  let seeThrough = false;
  for (const [name, value] of Object.entries(attributes)) {
    if (value.length > MOST_ATTRIBUTE_CHARS)
      throw tooMuch(named, phrase('svgCheck.anAttributeOfCharacters', { characters: value.length }));
    if (/^on/i.test(name)) throw forbidden(named, `${element} ${name}`);
    if (/^(xlink:)?href$|^src$/i.test(name) && value.trim() !== '' && !INSIDE.test(value.trim()))
      if (element !== 'a') throw outside(named, value);
    if (/^(filter|enable-background)$/i.test(name)) throw forbidden(named, name);
    if (/url\(/i.test(value)) checkStyle(value, named);
    if (name === 'style') checkStyle(value, named);
    if (/opacity/i.test(name) || (name === 'style' && /opacity/i.test(value))) seeThrough = true;
  }
  if (seeThrough && ++counts.seeThrough > MOST_SEE_THROUGH)
    throw tooMuch(named, phrase('svgCheck.moreThanSeeThrough', { most: MOST_SEE_THROUGH }));
}

function checkStyle(css: string, named: string): void {
  if (/@import|expression\(|javascript:/i.test(css)) throw outside(named, css.trim().slice(0, 60));
  for (const [, target] of css.matchAll(/url\(\s*["']?([^)"']{0,200})/gi))
    if (!INSIDE.test(target.trim())) throw outside(named, target);
}

const outside = (named: string, target: string) =>
  new Refused(failure('svg-external', { named, target: target.slice(0, 60) }));
const forbidden = (named: string, what: string) =>
  new Refused(failure('svg-script', { named, what: what.slice(0, 40) }));
const tooMuch = (named: string, what: Phrase) => new Refused(failure('svg-work', { named, what }));
