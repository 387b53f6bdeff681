import { roundTo } from '@/core/numeric';
import { isTestSheet, FAULTS } from '@/core/sheets';
import type { Lab } from '@/core/colour';
import { EDITION_ROUND, SETTINGS, type Booklet, type CardInk, type Plan, type RunCard } from '@/model';
import type { Pull } from './bench/benchState';
import { sittingsOf } from './warmUps';
import { faultsBySetting } from './faultsBySetting';
import { potNeedOf } from './inkNeed';
import { blocksOfRun, inksOfRun, inkingsOf, printedIds } from './lookups';
import type { PlanLooks } from './looks';
import { additionsInPot, inkInPot } from './pots';
import type { PrintSheet } from './printSheet';
import { photographsOfRun } from './photographs';
import type { Progress } from './progress';
import { newestProofs, sheetLayoutOf } from './register';
import { settingFor } from './settingsInForce';
import { usedOf } from './uses';

interface Of {
  readonly plan: Plan;
  readonly sheet: PrintSheet;
  readonly looks: PlanLooks;
  readonly progress: Progress;
}

/** The card of the run at `index`, as it stands. */
export function runCardOf(of: Of, index: number): RunCard {
  const { plan, sheet, progress } = of;
  const run = plan.runs[index],
    { bench, runs } = progress,
    { tally } = runs[index];
  const cut = bench.cutsPassed.findLast(({ cutId }) => run.formes.some((forme) => forme.cutId === cutId));
  const first = tally.pulled.at(0)?.at ?? null,
    last = tally.pulled.at(-1)?.at ?? null;
  const proof = newestProofs(plan, bench)[index];
  const next = tally.pulled.at(0)?.sheet ?? '1';
  return {
    ...{ run: index + 1, runId: run.id, impressions: run.impressions, inks: inksOf(of, index) },
    blocks: blocksOfRun(plan, run).map(({ block: { name, materialId, sizeMm } }) => ({
      name,
      material: materialId,
      sizeMm,
    })),
    colours: coloursOf(of, index),
    settingsAtFirst: Object.fromEntries(
      SETTINGS.map((what) => [what, settingFor(plan, sheet, run, bench, EDITION_ROUND, what, next)]),
    ),
    settingsChanged: bench.settings
      .filter(({ roundId, runId }) => roundId === EDITION_ROUND && runId === run.id)
      .map(({ fromSheet, what, value, why }) => ({ fromSheet, what, value, why })),
    sheets: countsOf(tally.pulled),
    faults: FAULTS.map((fault) => ({
      fault,
      sheets: tally.pulled.filter(({ faults }) => faults.includes(fault)).map(({ sheet: one }) => one),
    })).filter(({ sheets }) => sheets.length > 0),
    notes: tally.pulled.filter(({ note }) => note !== '').map(({ sheet: one, note }) => ({ sheet: one, note })),
    ...{ cutAt: cut?.at ?? null, cutMinutes: cut?.minutes ?? null, firstAt: first, lastAt: last },
    minutesASheet: tally.minutesASheet === undefined ? null : roundTo(tally.minutesASheet, 2),
    sittings: sittingsOf(bench, run).length,
    warmUps: bench.warmUps.filter(({ runId }) => runId === run.id).length,
    room: bench.roomReadings.filter(({ at }) => first !== null && last !== null && at >= dayOf(first) && at <= last),
    ...{ dryAt: runs[index].dryAt ?? null, drySeenAt: bench.drySeen.get(run.id)?.at ?? null },
    overruled: bench.overruled
      .filter(({ runId }) => runId === run.id)
      .map(({ sheet: one, what, hours }) => ({ sheet: one, what, hours: roundTo(hours, 1) })),
    shims: bench.shimmings.findLast(({ runId }) => runId === run.id)?.pieces ?? '',
    misfit: proof
      ? {
          dxMm: roundTo(proof.motion.dxMm, 3),
          dyMm: roundTo(proof.motion.dyMm, 3),
          rotationDeg: roundTo(proof.motion.rotationDeg, 3),
        }
      : null,
    learned: faultsBySetting(plan, sheet, run, bench).map((told) => ({
      ...{ fault: told.fault, settings: told.settings, with: told.with.with, of: told.with.of },
      ...{ withoutWith: told.without.with, withoutOf: told.without.of, chance: roundTo(told.chance, 4) },
    })),
    remedies: bench.remedies
      .filter(({ runId }) => runId === run.id)
      .map(({ sign, causeId, helped }) => ({ sign, causeId, helped: helped ?? null })),
    photographs: photographsOfRun(bench, run.id).map(({ sheet: one, pictureSha }) => ({
      sheet: one,
      sha256: pictureSha,
    })),
  };
}

/** Sheets of the edition by how they came out; those for tests are not counted. */
function countsOf(pulls: readonly Pull[]): RunCard['sheets'] {
  const counted = pulls.filter((pull) => !isTestSheet(pull.sheet));
  return {
    pulled: counted.length,
    good: counted.filter((p) => !p.setAside && p.faults.length === 0).length,
    usable: counted.filter((p) => !p.setAside && p.faults.length > 0).length,
    aside: counted.filter((p) => p.setAside).length,
  };
}

/** Readings of a sitting count from the morning of its first pull. */
const dayOf = (iso: string) => `${iso.slice(0, 10)}T00:00:00.000Z`;

function inksOf({ plan, sheet, progress }: Of, index: number): CardInk[] {
  const run = plan.runs[index],
    { pulled, waiting } = progress.runs[index].tally;
  return inksOfRun(plan, run).map((ink) => {
    const pot = progress.bench.pots.findLast((one) => one.runId === run.id && one.inkId === ink.id);
    const inPot = pot ? inkInPot(pot) : [],
      inkG = inPot.reduce((sum, { grams }) => sum + grams, 0),
      had = pot && additionsInPot(pot);
    const percent = (grams: number) => roundTo((100 * grams) / Math.max(inkG, 1e-9), 2);
    return {
      ...{ name: ink.name, medium: ink.mediumId, solidLabD50: ink.solidLabD50, softenerPercent: ink.softenerPercent },
      parts:
        inkG > 0
          ? inPot.map(({ name, grams }) => ({ name, share: roundTo(grams / inkG, 4) }))
          : (ink.recipe?.parts ?? []).map(({ name, share }) => ({ name, share })),
      poured: inkG > 0,
      addedPercent:
        had && inkG > 0
          ? { softener: percent(had.softener), grease: percent(had.grease), drier: percent(had.drier) }
          : null,
      secondsToFall: pot?.fell.at(-1)?.seconds ?? null,
      readLabD50: pot?.readings.findLast(({ over }) => over === 'paper')?.labD50 ?? null,
      mixedG: inkG > 0 ? roundTo(inkG, 2) : null,
      leftG: pot?.kept?.grams ?? null,
      neededG: roundTo(
        potNeedOf(plan, sheet, run, ink.id, { sheets: Math.max(1, pulled.length + waiting.length), washUps: 0 }).grams,
        2,
      ),
    };
  });
}

function coloursOf({ plan, looks, progress }: Of, index: number): RunCard['colours'] {
  const run = plan.runs[index];
  const printed = new Set(inkingsOf(run).flatMap((inking) => printedIds(plan, inking)));
  return (plan.flat?.colours ?? []).flatMap((colour, label) =>
    printed.has(colour.id)
      ? [
          {
            name: colour.name,
            plannedLabD50: looks.looks[index + 1][label].map((v) => roundTo(v, 2)) as unknown as Lab,
            readLabD50:
              progress.bench.coloursGot.find((got) => got.runId === run.id && got.colourId === colour.id)?.labD50 ??
              null,
            films: plan.runs
              .slice(0, index + 1)
              .filter((below) => inkingsOf(below).some((inking) => printedIds(plan, inking).includes(colour.id)))
              .length,
          },
        ]
      : [],
  );
}

/** All of a print, run by run. */
export function bookletOf(name: string, of: Of): Booklet {
  const { plan, progress } = of;
  const layout = sheetLayoutOf(plan),
    image = layout?.images[0];
  const named = (kind: 'hand' | 'roller' | 'rubbing tool' | 'press' | 'brush') =>
    usedOf(plan, kind).map((item) => item.name);
  return {
    ...{ form: 'ulexite-booklet', version: 1, name },
    sizeMm: plan.picture && { widthMm: plan.picture.widthMm, heightMm: plan.picture.heightMm },
    sheetMm: layout?.sheetMm ?? null,
    imageAtMm: image ? { xMm: image.xMm, yMm: image.yMm } : null,
    paper: { name: plan.paper.name, labD50: plan.paper.labD50 },
    papers: usedOf(plan, 'paper').map(({ name: paper, gramsPerM2, sizing }) => ({ name: paper, gramsPerM2, sizing })),
    ...{ registration: plan.way.registration, filmsMeet: plan.way.under, edition: plan.sheets.edition },
    started: progress.bench.started ?? null,
    hands: named('hand'),
    tools: [...named('roller'), ...named('brush'), ...named('rubbing tool'), ...named('press')],
    runs: plan.runs.map((_, index) => runCardOf(of, index)),
  };
}
