'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import Link from 'next/link';
import { useEffect, useState } from 'react';
import type { Lab } from '@/core/colour';
import type { RecipePart } from '@/core/inks';
import { nearestInks, type CabinetPigment, type KeptInk } from '@/derived';
import type { Ink } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { Swatch } from '@/ui/kit/Swatch';
import { inWords } from '@/words/failures';
import { keptWords } from '@/words/kept';
import css from './Series.module.css';

interface Props {
  readonly ink: Ink;
  readonly targetLabD50: Lab;
  readonly pigments: readonly CabinetPigment[];
  /** Undefined where the ink lies on sheets already. */
  readonly onTake: ((parts: readonly RecipePart[]) => void) | undefined;
}

const MOST_SHOWN = 3;

/** Inks of other prints that come nearest to the colour wanted alone on paper, to be taken with their recipe. */
export function KeptNear({ ink, targetLabD50, pigments, onTake }: Props) {
  const { id, mixing } = usePrintDesk('id', 'mixing');
  const [kept, setKept] = useState<readonly KeptInk[]>();
  const [problem, setProblem] = useState<string>();
  const ask = mixing.keptInks;
  useEffect(() => {
    let here = true;
    void ask().then((answer) => {
      if (!here) return;
      if (answer.ok) setKept(answer.value);
      else setProblem(inWords(answer));
    });
    return () => {
      here = false;
    };
    // asked once for the panel: what another print mixes meanwhile comes with the next ink that is looked at
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  const near = nearestInks(kept?.filter(({ printId }) => printId !== id) ?? [], targetLabD50, ink.mediumId);
  return (
    <section>
      <h3>{keptWords('desk.title')}</h3>
      {!kept && !problem && <p className={kit.note}>{keptWords('desk.asking')}</p>}
      {problem && <p className={clsx(kit.say, kit.bad)}>{keptWords('desk.failed', { why: problem })}</p>}
      {kept && near.length === 0 && <p className={kit.note}>{keptWords('desk.none')}</p>}
      <ul className={css.rows}>
        {near.slice(0, MOST_SHOWN).map(({ ink: one, deltaE }) => {
          const whole = one.parts.every(({ inkId }) => pigments.some((pigment) => pigment.id === inkId));
          const of = { ink: one.name, print: one.printName };
          return (
            <li key={`${one.printId} ${one.inkId} ${one.potId ?? ''}`}>
              <Swatch lab={one.labD50} />
              <span>
                {keptWords('desk.of', of)}{' '}
                <span className={clsx(kit.quiet, kit.num)}>{keptWords('series.off', { deltaE })}</span>
              </span>
              {whole ? (
                <Button
                  disabled={!onTake}
                  aria-label={keptWords('desk.take', of)}
                  onClick={() => onTake?.(one.parts.map(({ inkId, share }) => ({ id: inkId, share })))}
                >
                  {keptWords('desk.takeShort')}
                </Button>
              ) : (
                <span className={kit.quiet}>{keptWords('desk.gone')}</span>
              )}
            </li>
          );
        })}
      </ul>
      <Link href="/inks">{keptWords('desk.all')}</Link>
    </section>
  );
}
