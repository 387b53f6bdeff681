import { localeHere, perLanguage } from './language';

/** A day as one writes it beside a print: 26 Nov 2026. In universal time where `utc`: the same on server and page. */
export function dayOf(iso: string, utc = false): string {
  return new Date(iso).toLocaleDateString(localeHere(), {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    ...(utc && { timeZone: 'UTC' }),
  });
}

/** A moment of the coming days: Sun, 29 Nov, 21:31. */
export function momentOf(iso: string): string {
  return new Date(iso).toLocaleString(localeHere(), {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  });
}

/** A day written out: 26 November 2026. */
export function longDayOf(iso: string): string {
  return new Date(iso).toLocaleDateString(localeHere(), { day: 'numeric', month: 'long', year: 'numeric' });
}

/** The time of a day: 14:43. */
export function clockOf(iso: string): string {
  return new Date(iso).toLocaleTimeString(localeHere(), { hour: '2-digit', minute: '2-digit' });
}

/** A near day: Sun 29 Nov. */
export function nearDayOf(iso: string): string {
  return new Date(iso).toLocaleDateString(localeHere(), { weekday: 'short', day: 'numeric', month: 'short' });
}

const SEASON_DAY = { day: 'numeric', month: 'short' } as const;
const seasonDays = perLanguage(() => new Intl.DateTimeFormat(localeHere(), SEASON_DAY));

/** From one moment of the coming days to another, as near as one can know it: Sun 29 Nov; 29 Nov – 2 Dec. */
export function betweenDays(fromIso: string, byIso: string): string {
  const [from, by] = [fromIso, byIso].map((iso) => nearDayOf(iso));
  return from === by ? from : seasonDays().formatRange(new Date(fromIso), new Date(byIso));
}

/** A day of this season: 26 Nov. */
export function shortDayOf(iso: string): string {
  return new Date(iso).toLocaleDateString(localeHere(), SEASON_DAY);
}

/** When something was written down: 26 Nov 2026, 14:43. */
export function recordedAt(iso: string): string {
  return new Date(iso).toLocaleString(localeHere(), { dateStyle: 'medium', timeStyle: 'short' });
}
