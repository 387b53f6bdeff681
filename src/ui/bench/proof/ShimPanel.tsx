'use client';
import { inWords } from '@/words/failures';
import Button from '@mui/material/Button';
import { useState, type Dispatch, type SetStateAction } from 'react';
import { materialById } from '@/core/cutting';
import {
  registrationWay,
  shimPlan,
  type ContactShim,
  type SheetLayout,
  type Contact,
  type SheetEdge,
  type RectMm,
  type Motion,
} from '@/core/registration';
import { formatLength } from '@/words/lengths';
import type { Plan } from '@/model';
import {
  blocksOfRun,
  blockNamesOf,
  contactsOf,
  measuredMisfits,
  newestProofs,
  presentMisfits,
  shimsIn,
  type BenchState,
} from '@/derived';
import { usePrintDesk } from '../../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './ShimPanel.module.css';
import type { SettingShims, ShimPlan } from '@/core/registration/shims';
import { listOf, uncapitalised } from '@/words/phrases';
import { proofWords } from '@/words/proof';
import { rich } from '@/ui/kit/rich';
import { wayInWords } from '@/words/ways';
import { KentoPanel } from './KentoPanel';
import { StockOfShims } from './StockOfShims';
import { growthInWords, motionInWords } from '@/words/motion';
import { explaining } from '@/ui/kit/glossary/Explained';

/** The shims that bring the whole set together, and what else would. */
export function ShimPanel({ layout }: { layout: SheetLayout }) {
  const {
    plan,
    progress: { bench },
  } = usePrintDesk('plan', 'progress');
  const [busy, setBusy] = useState(false);
  const way = registrationWay(plan.way.registration);
  const contacts = contactsOf(layout),
    image = layout.images[0];
  const settings = settingsOf(plan, bench);
  const put = usePutShims(setBusy);
  const runOf = (id: string) => plan.runs.findIndex((r) => r.id === id) + 1;
  if (way.id === 'kento') return <KentoPanel layout={layout} />;
  if (settings.length < 2)
    return <p className={kit.note}>{rich(proofWords.rich('shim.noMisfitOfOne', { term: explaining('misfit') }))}</p>;
  const answer = shimPlan(settings, contacts, plan.register.stock, image);
  const present = presentMisfits(plan, layout, bench);
  const inAlready = answer.settings.every((s) =>
    s.contacts.every((c, k) => Math.abs(c.setMm - (shimsIn(bench, s.id)[k] ?? 0)) < 1e-6),
  );
  const { dxMm, dyMm } = answer.imageMoves;
  const m = layout.marginsMm;
  const moved = Math.hypot(dxMm, dyMm) > 0.005;
  return (
    <>
      {!way.shims && (
        <p className={clsx(kit.say, kit.wait)}>
          {proofWords('shim.withBlocksAreNot', { way: uncapitalised(wayInWords(way.id)) })}
        </p>
      )}
      <ShimsForTheSet
        inAlready={inAlready}
        answer={answer}
        runOf={runOf}
        contacts={contacts}
        moved={moved}
        dxMm={dxMm}
        dyMm={dyMm}
        m={m}
        busy={busy}
        put={() => put(answer, contacts)}
      />
      <OrInstead moved={moved} contacts={contacts} answer={answer} runOf={runOf} settings={settings} image={image} />
      <StockOfShims />
      <AsItLies present={present} image={image} runOf={runOf} />
    </>
  );
}

/** Each run's misfit against the first, with the shims that stood when it was measured. */
function settingsOf(plan: Plan, bench: BenchState) {
  const misfits = measuredMisfits(plan, bench),
    proofs = newestProofs(plan, bench);
  const newestOther = bench.proofs.findLast((p) => p.runId !== plan.runs[0].id);
  return plan.runs.flatMap((run, i) => {
    const misfit = misfits[i];
    const had =
      i === 0
        ? (bench.shimmings.findLast((s) => s.runId === run.id && (!newestOther || s.at < newestOther.at))?.shimsMm ??
          [])
        : (proofs[i]?.shimsMm ?? []);
    return misfit ? [{ id: run.id, misfit, shimsMm: had }] : [];
  });
}

interface ShimsForTheSetProps {
  readonly inAlready: boolean;
  readonly answer: ShimPlan;
  readonly runOf: (id: string) => number;
  readonly contacts: Contact[];
  readonly moved: boolean;
  readonly dxMm: number;
  readonly dyMm: number;
  readonly m: Readonly<Record<SheetEdge, number>>;
  readonly busy: boolean;
  readonly put: () => Promise<void>;
}

function ShimsForTheSet({ inAlready, answer, runOf, contacts, moved, dxMm, dyMm, m, busy, put }: ShimsForTheSetProps) {
  return (
    <section>
      <h2>{inAlready ? proofWords('shim.theseShimsAreIn') : proofWords('shim.shimsForTheSet')}</h2>
      <p className={kit.note}>{rich(proofWords.rich('shim.atEachStopBetween', { term: explaining('shim') }))}</p>
      {answer.settings.map((s) => (
        <ShimRow key={s.id} s={s} runOf={runOf} contacts={contacts} answer={answer} />
      ))}
      <MovedWords moved={moved} dxMm={dxMm} dyMm={dyMm} m={m} />
      <Button
        className={kit.above12}
        variant="contained"
        color="primary"
        disabled={busy || inAlready}
        onClick={() => void put()}
      >
        {inAlready ? proofWords('shim.in') : proofWords('shim.theseShimsAreIn')}
      </Button>
    </section>
  );
}

function usePutShims(setBusy: Dispatch<SetStateAction<boolean>>) {
  const { log, tell } = usePrintDesk('log', 'tell');
  const put = async (answer: ShimPlan, contacts: readonly Contact[]) => {
    setBusy(true);
    const done = await log({
      kind: 'shimmed',
      note: '',
      settings: answer.settings.map((s) => ({
        runId: s.id,
        shimsMm: s.contacts.map((c) => c.setMm),
        pieces: s.contacts.map((c, k) => `${contacts[k].name}: ${piecesOf(c)}`).join('; '),
      })),
    });
    setBusy(false);
    tell(done.ok ? proofWords('shim.theShimsAreNoted') : inWords(done));
  };
  return put;
}

interface AsItLiesProps {
  readonly present: (Motion | undefined)[];
  readonly image: RectMm;
  readonly runOf: (id: string) => number;
}

function AsItLies({ present, image, runOf }: AsItLiesProps) {
  const {
    plan,
    unit,
    progress: { bench },
  } = usePrintDesk('plan', 'unit', 'progress');
  return (
    <section>
      <h2>{proofWords('shim.asItLiesNow')}</h2>
      <ul className={kit.watch}>
        {plan.runs.map(
          (run, i) =>
            i > 0 &&
            present[i] && (
              <li key={run.id} className={kit.plain}>
                {motionInWords(present[i]!, image, proofWords('shim.runAgainstRun', { run: i + 1 }), unit)}
              </li>
            ),
        )}
      </ul>
      <h3 className={kit.above10}>{proofWords('shim.shimsSoFar')}</h3>
      {bench.shimmings.length === 0 ? (
        <p className={kit.note}>{proofWords('shim.noneYet')}</p>
      ) : (
        <ul className={kit.watch}>
          {[...bench.shimmings]
            .reverse()
            .slice(0, 12)
            .map((s, i) => (
              <li key={i} className={kit.note}>
                {proofWords('shim.run', {
                  at: s.at.slice(0, 16).replace('T', ' '),
                  run: runOf(s.runId),
                  shimsMm: s.shimsMm.map((v) => formatLength(v, unit, 2)).join(' / '),
                })}
              </li>
            ))}
        </ul>
      )}
    </section>
  );
}

interface OrInsteadProps {
  readonly moved: boolean;
  readonly contacts: Contact[];
  readonly answer: ShimPlan;
  readonly runOf: (id: string) => number;
  readonly settings: { id: string; misfit: Motion; shimsMm: readonly number[] }[];
  readonly image: RectMm;
}

function OrInstead({ moved, contacts, answer, runOf, settings, image }: OrInsteadProps) {
  const { unit, plan } = usePrintDesk('unit', 'plan');
  return (
    <section>
      <h2>{proofWords('shim.orInstead')}</h2>
      <ul className={kit.watch}>
        {moved && (
          <li className={kit.plain}>
            {proofWords('shim.keepTheMarginsMove', {
              contacts:
                contacts
                  .map((c, k) =>
                    Math.abs(answer.paperStopsMm[k]) > 0.005
                      ? proofWords('shim.atThe', {
                          shim: formatLength(answer.paperStopsMm[k], unit, 2),
                          stop: inWords(c.name),
                        })
                      : '',
                  )
                  .filter(Boolean)
                  .join(', ') || proofWords('shim.notAtAll'),
            })}
          </li>
        )}
        {answer.settings
          .filter((s) => s.trimMm.some((t) => t > 0.02))
          .map((s) => (
            <li key={s.id} className={kit.plain}>
              {proofWords('shim.takeItOffRun', {
                run: runOf(s.id),
                trimMm: s.trimMm
                  .map((t, k) =>
                    t > 0.02
                      ? proofWords('shim.atThe', { shim: formatLength(t, unit, 2), stop: inWords(contacts[k].name) })
                      : '',
                  )
                  .filter(Boolean)
                  .join(', '),
              })}
            </li>
          ))}
        {answer.settings.map((s) => {
          const advice = growthInWords(
            settings.find((x) => x.id === s.id)!.misfit,
            image,
            materialById(blocksOfRun(plan, plan.runs[runOf(s.id) - 1])[0].block.materialId).grain,
            unit,
          );
          return advice ? (
            <li key={`g${s.id}`} className={kit.plain}>
              {proofWords('shim.runGrowthCannotBe', { run: runOf(s.id), advice })}
            </li>
          ) : null;
        })}
      </ul>
    </section>
  );
}

interface MovedWordsProps {
  readonly moved: boolean;
  readonly dxMm: number;
  readonly dyMm: number;
  readonly m: Readonly<Record<SheetEdge, number>>;
}

function MovedWords({ moved, dxMm, dyMm, m }: MovedWordsProps) {
  const { unit } = usePrintDesk('unit');
  return (
    <p className={kit.above10}>
      {moved ? (
        <>
          {rich(
            proofWords.rich('shim.theImageMovesOn', {
              moves: listOf(
                [
                  Math.abs(dxMm) > 0.005
                    ? proofWords('shim.sideways', {
                        dx: formatLength(Math.abs(dxMm), unit, 2),
                        dxMm: String(dxMm > 0),
                      })
                    : '',
                  Math.abs(dyMm) > 0.005
                    ? proofWords('shim.upOrDown', { dy: formatLength(Math.abs(dyMm), unit, 2), down: String(dyMm > 0) })
                    : '',
                ].filter(Boolean),
              ),
              span: (c) => <span className={kit.num}>{c}</span>,
              left: formatLength(m.left + dxMm, unit),
              right: formatLength(m.right - dxMm, unit),
              top: formatLength(m.top + dyMm, unit),
              bottom: formatLength(m.bottom - dyMm, unit),
            }),
          )}
        </>
      ) : (
        proofWords('shim.theImageStaysWhere')
      )}
    </p>
  );
}

interface ShimRowProps {
  readonly s: SettingShims;
  readonly runOf: (id: string) => number;
  readonly contacts: Contact[];
  readonly answer: ShimPlan;
}

function ShimRow({ s, runOf, contacts, answer }: ShimRowProps) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  return (
    <div className={css.shimRow} data-testid="shim-row">
      <h3>
        {proofWords('shim.run2', { run: runOf(s.id) })}{' '}
        <span className={kit.quiet}>{blockNamesOf(plan, plan.runs[runOf(s.id) - 1])}</span>
      </h3>
      <table className={kit.plainTable}>
        <tbody>
          {s.contacts.map((c, k) => (
            <tr key={k}>
              <th scope="row">{inWords(contacts[k].name)}</th>
              <td>
                {piecesOf(c)}
                <div className={clsx(kit.note, kit.num)}>
                  {c.setMm > 0 ? formatLength(c.setMm, unit, 2) : ''}
                  {Math.abs(c.setMm - c.neededMm) > 0.02
                    ? ` ${proofWords('shim.wants', { needed: formatLength(c.neededMm, unit, 2) })}`
                    : ''}
                </div>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {s !== answer.settings[0] && (
        <p className={clsx(kit.note, kit.num)}>
          {proofWords('shim.remainsAtTheWorst', { remains: formatLength(s.remainsMm, unit, 2) })}
        </p>
      )}
    </div>
  );
}

function piecesOf(contact: ContactShim): string {
  return contact.pieces.length === 0
    ? proofWords('shim.nothing')
    : contact.pieces.map((p) => proofWords('shim.pieces', { count: p.count, name: p.name })).join(' + ');
}
