import { BAND_COUNT, labD50FromSpectrum, type Lab } from '@/core/colour';
import { failure, givenName, success, type Outcome } from '@/core/units';
import type { NamedReading } from '@/model';
import { oneLine } from './palette';

const FIRST_NM = 380,
  STEP_NM = 10;
const MAX_SAMPLES = 5000;
const MAX_FIELDS = 200;

/** Measurements as tab-separated text after CGATS.17: Lab for all, spectra for samples that have one. */
export function writeCgats(title: string, samples: readonly NamedReading[]): string {
  const spectral = samples.some((s) => s.spectrum);
  const fields = [
    'SAMPLE_ID',
    'SAMPLE_NAME',
    'LAB_L',
    'LAB_A',
    'LAB_B',
    ...(spectral ? Array.from({ length: BAND_COUNT }, (_, i) => `SPECTRAL_NM${FIRST_NM + STEP_NM * i}`) : []),
  ];
  const rows = samples.map(({ name, labD50, spectrum }, i) =>
    [
      i + 1,
      quoted(name),
      ...labD50.map((v) => v.toFixed(3)),
      ...(spectral ? (spectrum ?? Array<number>(BAND_COUNT).fill(-1)).map((v) => v.toFixed(5)) : []),
    ].join('\t'),
  );
  return [
    'CGATS.17',
    `DESCRIPTOR ${quoted(title)}`,
    'ORIGINATOR "Ulexite"',
    'ILLUMINATION_NAME "D50"',
    'OBSERVER_ANGLE "2"',
    '',
    `NUMBER_OF_FIELDS ${fields.length}`,
    'BEGIN_DATA_FORMAT',
    fields.join('\t'),
    'END_DATA_FORMAT',
    '',
    `NUMBER_OF_SETS ${rows.length}`,
    'BEGIN_DATA',
    ...rows,
    'END_DATA',
    '',
  ].join('\n');
}

/**
 * Reads CGATS-like measurement text: any order of fields, spectra of any even step from 380 nm or below to 730 nm or above
 * brought to 36 bands, in shares of 1 or in percent. Lab is computed from the spectrum where both are given. A sample whose
 * spectrum is marked as missing (negative) keeps its Lab.
 */
export function readCgats(text: string): Outcome<NamedReading[]> {
  const lines = text.split(/\r\n|\r|\n/);
  const format = between(lines, 'BEGIN_DATA_FORMAT', 'END_DATA_FORMAT'),
    data = between(lines, 'BEGIN_DATA', 'END_DATA');
  if (format === undefined || data === undefined) return failure('cgats.thisIsNotA');
  const fields = tokensOf(format, MAX_FIELDS).map((f) => f.toUpperCase());
  if (fields.length === 0 || fields.length > MAX_FIELDS)
    return failure('cgats.theFileNamesFields', { fields: fields.length, maxFields: MAX_FIELDS });
  const tokens = tokensOf(data, MAX_SAMPLES * fields.length);
  if (tokens.length > MAX_SAMPLES * fields.length) return failure('cgats.theFileHasMore', { maxSamples: MAX_SAMPLES });
  if (tokens.length % fields.length !== 0)
    return failure('cgats.theDataDoNot', { tokens: tokens.length, fields: fields.length });
  const at = (name: string) => fields.indexOf(name);
  const lab = [at('LAB_L'), at('LAB_A'), at('LAB_B')];
  const named = ['SAMPLE_NAME', 'SAMPLE_LOC', 'SAMPLE_ID', 'SAMPLEID'].map(at).find((i) => i >= 0) ?? -1;
  const bands = spectralFields(fields);
  if (lab.includes(-1) && !bands) return failure('cgats.theFileHasNeither');
  const samples: NamedReading[] = [];
  for (let row = 0; row < tokens.length; row += fields.length) {
    const values = tokens.slice(row, row + fields.length);
    const sample = sampleOf(values, named < 0 ? givenName(`sample ${samples.length + 1}`) : values[named], lab, bands);
    if (!sample)
      return failure('cgats.sampleHoldsSomethingThat', {
        samples: samples.length + 1,
        value: values[Math.max(0, named)].slice(0, 30),
      });
    samples.push(sample);
  }
  return samples.length > 0 ? success(samples) : failure('cgats.thereAreNoSamples');
}

interface Band {
  readonly field: number;
  readonly nm: number;
}

/** The spectral fields in order of wavelength, when they cover 380–730 nm. */
function spectralFields(fields: readonly string[]): Band[] | undefined {
  const bands = fields
    .flatMap((f, field): Band[] => {
      const nm = /^(?:SPECTRAL_(?:NM_?)?|NM_?|R_?)(\d{3})(?:\.0+)?$/.exec(f)?.[1];
      return nm ? [{ field, nm: Number(nm) }] : [];
    })
    .sort((a, b) => a.nm - b.nm);
  return bands.length > 1 && bands[0].nm <= 400 && bands[bands.length - 1].nm >= 700 ? bands : undefined;
}

function sampleOf(
  values: readonly string[],
  name: string,
  lab: readonly number[],
  bands: readonly Band[] | undefined,
): NamedReading | undefined {
  const read = bands?.map(({ field }) => Number(values[field]));
  if (read?.some((v) => Number.isNaN(v))) return undefined;
  const spectrum =
    read && bands && !read.some((v) => v < 0)
      ? resampled(
          bands.map((b) => b.nm),
          read,
        )
      : null;
  const labD50 = spectrum ? labD50FromSpectrum(spectrum) : (lab.map((i) => Number(values[i])) as unknown as Lab);
  const possible =
    labD50.every(Number.isFinite) &&
    labD50[0] >= 0 &&
    labD50[0] <= 105 &&
    Math.abs(labD50[1]) <= 130 &&
    Math.abs(labD50[2]) <= 130;
  return possible
    ? {
        name: oneLine(name).slice(0, 60) || 'sample',
        labD50: [Math.min(100, labD50[0]), labD50[1], labD50[2]],
        spectrum,
      }
    : undefined;
}

/** Linear between the given wavelengths, level beyond them; percent is brought to shares of 1. */
function resampled(nm: readonly number[], values: readonly number[]): number[] {
  const unit = Math.max(...values) > 2 ? 100 : 1;
  return Array.from({ length: BAND_COUNT }, (_, i) => {
    const wanted = FIRST_NM + STEP_NM * i;
    const right = nm.findIndex((n) => n >= wanted);
    if (right <= 0) return values[right < 0 ? values.length - 1 : 0] / unit;
    const t = (wanted - nm[right - 1]) / (nm[right] - nm[right - 1]);
    return (values[right - 1] + t * (values[right] - values[right - 1])) / unit;
  });
}

/** The lines between two marks that stand alone on theirs. One pass, however the file is made. */
function between(lines: readonly string[], begin: string, end: string): string | undefined {
  const from = lines.findIndex((line) => line.trim() === begin);
  if (from < 0) return undefined;
  const to = lines.findIndex((line, i) => i > from && line.trim() === end);
  return to < 0 ? undefined : lines.slice(from + 1, to).join('\n');
}

/** Words, or texts in quotes with doubled quotes inside; no more than `most` and one, which is enough to refuse them. */
function tokensOf(text: string, most: number): string[] {
  const tokens: string[] = [];
  for (let at = 0; at < text.length && tokens.length <= most;) {
    if (isBlank(text, at)) {
      at++;
      continue;
    }
    let end = at;
    const quoted = text[at] === '"' ? closingQuote(text, at) : -1;
    if (quoted > 0) {
      tokens.push(text.slice(at + 1, quoted).replaceAll('""', '"'));
      end = quoted + 1;
    } else {
      while (end < text.length && !isBlank(text, end)) end++;
      tokens.push(text.slice(at, end));
    }
    at = end;
  }
  return tokens;
}

/** A quoted text ends on its own line; −1 where it does not end. */
function closingQuote(text: string, at: number): number {
  for (let i = at + 1; i < text.length && text[i] !== '\n'; i++) {
    if (text[i] !== '"') continue;
    if (text[i + 1] !== '"') return i;
    i++;
  }
  return -1;
}

function isBlank(text: string, at: number): boolean {
  const code = text.charCodeAt(at);
  return code === 32 || (code >= 9 && code <= 13) || code === 0xa0;
}

function quoted(text: string): string {
  return `"${oneLine(text).replace(/"/g, '""')}"`;
}
