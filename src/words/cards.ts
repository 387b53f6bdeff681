import { perLanguage } from './language';
import type { LengthUnit } from '@/core/units';
import { formatLength, formatSize } from './lengths';
import type { Lab } from '@/core/colour';
import type { Booklet, CardInk, RunCard } from '@/model';
import { craftWords } from './craft';
import { shortDayOf } from './dates';
import type { cards } from './en/cards';
import made from './made/en/cards.json';
import { printWords } from './prints';
import { inkingWords, settingInWords } from './inking';
import { causeWords } from './causes';
import { mixWords } from './mix';
import { gramsInWords } from './quantities';
import { translator } from './translator';
import { wayInWords } from './ways';

export const cardWords = translator<typeof cards>('cards', made);

/** A heading with rows of what and how. */
export interface CardSection {
  readonly title: string;
  readonly rows: readonly (readonly [what: string, how: string])[];
}

/** A run's card as it is read, section by section; those with nothing to say are left out. */
export function cardInWords(card: RunCard, unit: LengthUnit): CardSection[] {
  return [
    ...card.inks.map((ink) => ({
      title: `${cardWords('section.ink')}: ${ink.name}, ${printWords(`mediumInShort.${ink.medium}`)}`,
      rows: inkRows(ink),
    })),
    { title: cardWords('section.films'), rows: filmRows(card) },
    { title: cardWords('section.settings'), rows: settingRows(card) },
    { title: cardWords('section.sheets'), rows: sheetRows(card) },
    { title: cardWords('section.faults'), rows: faultRows(card) },
    { title: cardWords('section.learned'), rows: learnedRows(card) },
    { title: cardWords('section.block'), rows: blockRows(card, unit) },
  ].filter(({ rows }) => rows.length > 0);
}

/** What stands on the booklet's first page. */
export function bookletInWords(booklet: Booklet, unit: LengthUnit): CardSection {
  const { sizeMm, sheetMm, imageAtMm, started, hands, tools, papers } = booklet;
  const size = (mm: { readonly widthMm: number; readonly heightMm: number }) =>
    formatSize(mm.widthMm, mm.heightMm, unit);
  const papered = papers.map((one) => `${one.name}, ${one.gramsPerM2} g/m², ${one.sizing}`);
  return {
    title: cardWords('section.print'),
    rows: rowsOf(
      sizeMm && [cardWords('row.size'), size(sizeMm)],
      sheetMm && [cardWords('row.sheet'), size(sheetMm)],
      imageAtMm && [
        cardWords('row.image'),
        cardWords('value.image', {
          x: formatLength(imageAtMm.xMm, unit, 1),
          y: formatLength(imageAtMm.yMm, unit, 1),
        }),
      ],
      [cardWords('row.paper'), papered.join('; ') || booklet.paper.name],
      [cardWords('row.way'), wayInWords(booklet.registration)],
      [cardWords('row.meets'), cardWords(booklet.filmsMeet === 'wet' ? 'value.wet' : 'value.dryFilms')],
      [cardWords('row.edition'), String(booklet.edition)],
      started && [cardWords('row.started'), cardWords('value.started', started)],
      hands.length > 0 && [cardWords('row.hands'), hands.join(', ')],
      tools.length > 0 && [cardWords('row.tools'), tools.join(', ')],
    ),
  };
}

type Row = readonly [string, string];
const rowsOf = (...rows: readonly (Row | false | null)[]): Row[] => rows.filter((row) => row !== false && row !== null);

const labInWords = ([lightness, redness, yellowness]: Lab) =>
  cardWords('value.lab', { lightness, redness, yellowness });

function inkRows(ink: CardInk): Row[] {
  const { parts, addedPercent, mixedG, leftG, neededG, secondsToFall, readLabD50, softenerPercent } = ink;
  const added = addedPercent ?? { softener: softenerPercent, grease: 0, drier: 0 };
  const said = (['softener', 'grease', 'drier'] as const)
    .filter((what) => added[what] > 0)
    .map((what) => cardWords('value.added', { what: addedSaid()[what], percent: added[what] }));
  const needed = gramsInWords(neededG);
  return rowsOf(
    parts.length > 0 && [
      cardWords('row.recipe'),
      parts.map(({ name, share }) => cardWords('value.part', { percent: 100 * share, name })).join(' · '),
    ],
    said.length > 0 && [cardWords('row.added'), said.join(' · ')],
    [
      cardWords('row.amount'),
      mixedG === null
        ? cardWords('value.planned', { needed })
        : cardWords('value.amount', {
            ...{ mixed: gramsInWords(mixedG), needed },
            left: leftG === null ? 'none' : gramsInWords(leftG),
          }),
    ],
    secondsToFall !== null && [cardWords('row.falls'), `${secondsToFall} s`],
    [cardWords('row.drawdown'), labInWords(readLabD50 ?? ink.solidLabD50)],
  );
}

const addedSaid = perLanguage(
  () =>
    ({
      softener: mixWords('pour.softener'),
      grease: mixWords('pour.grease'),
      drier: mixWords('pour.drier'),
    }) as const,
);

const filmRows = ({ colours }: RunCard): Row[] =>
  colours.map(({ name, plannedLabD50, readLabD50, films }) => [
    name,
    cardWords('value.colour', {
      ...{ planned: labInWords(plannedLabD50), films },
      read: readLabD50 ? labInWords(readLabD50) : 'none',
    }),
  ]);

/** Settings that say nothing (none, as at the start) are left out of the first row. */
function settingRows({ settingsAtFirst, settingsChanged }: RunCard): Row[] {
  const first = Object.entries(settingsAtFirst)
    .filter(([, value]) => value !== '' && value !== 'none' && value !== '0')
    .map(([what, value]) => settingSaid(what as keyof typeof settingsAtFirst, value, ''));
  return rowsOf(
    first.length > 0 && [cardWords('row.atFirst'), first.join(' · ')],
    ...settingsChanged.map(({ fromSheet, what, value, why }): Row => [
      cardWords('row.from', { sheet: fromSheet }),
      settingSaid(what, value, why),
    ]),
  );
}

const settingSaid = (what: keyof RunCard['settingsAtFirst'], value: string, why: string) =>
  cardWords('value.setting', {
    ...{ what: inkingWords(`setting.what.${what}`), value: settingInWords(what, value) },
    why: why || 'none',
  });

function sheetRows(card: RunCard): Row[] {
  const { sheets, firstAt, lastAt, minutesASheet, sittings, warmUps, room, dryAt, drySeenAt } = card;
  const dried = drySeenAt ?? dryAt;
  return rowsOf(
    [cardWords('row.pulled'), cardWords('value.pulled', sheets)],
    firstAt !== null &&
      lastAt !== null && [
        cardWords('row.when'),
        cardWords('value.when', { from: shortDayOf(firstAt), to: shortDayOf(lastAt) }),
      ],
    minutesASheet !== null && [cardWords('row.aPull'), cardWords('value.minutes', { minutes: minutesASheet })],
    sittings > 0 && [cardWords('row.sittings'), cardWords('value.sittings', { sittings, waste: warmUps })],
    room.length > 0 && [
      cardWords('row.room'),
      room
        .map(({ temperatureC, relativeHumidityPercent }) =>
          cardWords('value.room', { temperature: temperatureC, humidity: relativeHumidityPercent }),
        )
        .join('; '),
    ],
    dried !== null && [
      cardWords('row.dry'),
      cardWords('value.dry', { seen: String(drySeenAt !== null), at: shortDayOf(dried) }),
    ],
    ...card.overruled.map(
      ({ sheet, what, hours }) => [cardWords('row.below'), cardWords(`value.below.${what}`, { sheet, hours })] as const,
    ),
  );
}

const faultRows = ({ faults, notes }: RunCard): Row[] => [
  ...faults.map(({ fault, sheets }): Row => [
    craftWords(`fault.${fault}`),
    cardWords('value.fault', { n: sheets.length, sheets: sheets.join(', ') }),
  ]),
  ...notes.map(({ sheet, note }): Row => [cardWords('row.note', { sheet }), note]),
];

const learnedRows = ({ learned, remedies }: RunCard): Row[] => [
  ...learned.map(({ fault, settings, chance, ...counts }): Row => [
    craftWords(`fault.${fault}`),
    cardWords('value.learned', {
      ...{ ...counts, percent: 100 * chance, fault: craftWords(`fault.${fault}`) },
      settings: settings.map(({ what, value }) => settingSaid(what, value, '')).join(', '),
    }),
  ]),
  ...remedies.map(({ sign, helped }): Row => [
    causeWords(`sign.${sign as 'pale'}`),
    cardWords('value.remedy', { sign: causeWords(`sign.${sign as 'pale'}`), helped: String(helped) }),
  ]),
];

function blockRows({ blocks, impressions, shims, misfit, cutAt, cutMinutes }: RunCard, unit: LengthUnit): Row[] {
  const long = (mm: number) => formatLength(mm, unit, 2);
  return rowsOf(
    ...blocks.map(({ name, material, sizeMm }): Row => [
      name,
      [
        printWords(`material.${material as 'lino'}`),
        ...(sizeMm ? [formatSize(sizeMm.widthMm, sizeMm.heightMm, unit)] : []),
      ].join(', '),
    ]),
    cutAt !== null && [
      cardWords('row.cut'),
      cardWords('value.cut', { at: shortDayOf(cutAt), minutes: cutMinutes === null ? 'none' : String(cutMinutes) }),
    ],
    impressions > 1 && [cardWords('row.impressions'), String(impressions)],
    shims !== '' && [cardWords('row.shims'), shims],
    misfit !== null && [
      cardWords('row.misfit'),
      cardWords('value.misfit', { dx: long(misfit.dxMm), dy: long(misfit.dyMm), turn: misfit.rotationDeg }),
    ],
  );
}
