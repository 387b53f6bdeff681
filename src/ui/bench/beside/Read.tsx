'use client';
import clsx from 'clsx';
import { deltaE2000, hexFromLabD50, type Lab } from '@/core/colour';
import { formatLength } from '@/words/lengths';
import { sheetLayoutOf } from '@/derived';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import type { ProofAnswer } from '@/workers';
import { besideWords } from '@/words/beside';
import { findingInWords } from '@/words/findings';
import { motionInWords } from '@/words/motion';
import { proofWords } from '@/words/proof';
import { PHOTOGRAPH_ERROR } from '@/ui/kit/usePhotograph';
import css from './beside.module.css';

interface Props {
  readonly read: ProofAnswer;
  readonly index: number;
}

/** What a photograph shows against the plan, area by area and run by run, with what it leaves open. */
export function Read({ read, index }: Props) {
  const { plan, looks, unit } = usePrintDesk('plan', 'looks', 'unit');
  const layout = sheetLayoutOf(plan);
  if (!looks || !plan.flat || !layout) return null;
  return (
    <div className={css.read}>
      <section>
        <h2>{besideWords('colours')}</h2>
        <table className={kit.plainTable}>
          <thead>
            <tr>
              <th scope="col">{besideWords('colour')}</th>
              <th scope="col">{besideWords('off')}</th>
              <th scope="col" />
            </tr>
          </thead>
          <tbody>
            {plan.flat.colours.map((colour, label) => {
              const seen = read.reading.seenLabD50[label];
              return seen ? (
                <ColourRow key={colour.id} name={colour.name} seen={seen} planned={looks.looks[index + 1][label]} />
              ) : null;
            })}
          </tbody>
        </table>
      </section>
      <section>
        <h2>{besideWords('misfit')}</h2>
        <ul className={kit.watch}>
          {read.reading.runs.map((answer, run) => (
            <li key={run}>
              {answer.ok ? (
                <>
                  {motionInWords(answer.value.motion, layout.images[0], proofWords('scan.run', { run: run + 1 }), unit)}{' '}
                  <span className={clsx(kit.quiet, kit.num)}>
                    {besideWords('range', {
                      mm: formatLength(Math.max(answer.value.range95.dxMm, answer.value.range95.dyMm), unit, 2),
                    })}
                  </span>
                </>
              ) : (
                <span className={kit.madder}>{findingInWords(answer)}</span>
              )}
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}

interface RowProps {
  readonly name: string;
  readonly seen: Lab;
  readonly planned: Lab;
}

function ColourRow({ name, seen, planned }: RowProps) {
  const off = deltaE2000(seen, planned),
    byL = seen[0] - planned[0];
  const says = off <= PHOTOGRAPH_ERROR ? 'within' : Math.abs(byL) < off / 2 ? 'other' : byL > 0 ? 'lighter' : 'darker';
  return (
    <tr>
      <th scope="row">
        <span className={kit.pair} aria-hidden>
          <i style={{ background: hexFromLabD50(planned) }} />
          <i style={{ background: hexFromLabD50(seen) }} />
        </span>{' '}
        {name}
      </th>
      <td className={kit.num}>{besideWords('deltaE', { deltaE: off, error: PHOTOGRAPH_ERROR })}</td>
      <td>{besideWords(says)}</td>
    </tr>
  );
}
