'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { formatLength } from '@/words/lengths';
import { useKeys } from '@/ui/kit/keys';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { Swatch } from '@/ui/kit/Swatch';
import { cuttableWords } from '@/words/cuttable';
import { decimal } from '@/words/quantities';
import type { Flatten } from '../useFlatten';
import css from './CuttablePanel.module.css';
import type { ThinLines } from './useThinLines';

/** No more of the dropped lines are listed: by their weight, the most telling first. */
const LISTED = 24;

/** What became of the picture's thin lines; those that were dropped can be brought back. */
export function LinesPanel({ thinLines, flatten }: { thinLines: ThinLines; flatten: Flatten }) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const { on, setOn, lines = [], backOf, turn, said } = thinLines;
  useKeys('t', cuttableWords('lines.key'), () => setOn((now) => !now), { enabled: lines.length > 0 });
  const laid = lines.filter((line) => line.laid).length,
    width = formatLength(Math.max(Math.min(...plan.toolsMm), 0), unit),
    listed = lines.filter((line) => !line.laid || backOf(line)).slice(0, LISTED);
  const colours = flatten.made?.result.coloursLabD50 ?? [];
  return (
    <section className={kit.above10}>
      <h3>{cuttableWords('lines.heading')}</h3>
      {lines.length === 0 ? (
        <p className={kit.note}>{cuttableWords('lines.none')}</p>
      ) : (
        <>
          <div className={kit.said}>
            <span className={kit.note} data-testid="lines-kept">
              {cuttableWords('lines.kept', { laid, all: lines.length, width })}
            </span>
            <Button aria-pressed={on} onClick={() => setOn(!on)}>
              {on ? cuttableWords('lines.hide') : cuttableWords('lines.show')} <kbd className={kit.keyHint}>T</kbd>
            </Button>
          </div>
          {on && <p className={kit.note}>{cuttableWords('lines.legend')}</p>}
          <p role="status" className={clsx(kit.note, !said && kit.visuallyHidden)}>
            {said && on ? cuttableWords(`lines.${said}`) : ''}
          </p>
          {listed.length > 0 && (
            <>
              <h4 className={clsx(kit.quiet, kit.above6)}>{cuttableWords('lines.droppedList')}</h4>
              <ol className={css.lines}>
                {listed.map((line) => (
                  <li key={`${line.pointsMm[0]}/${line.pointsMm[1]}/${line.lengthMm}`}>
                    {colours[line.label] ? <Swatch lab={colours[line.label]} /> : <span />}
                    <span className={kit.note}>
                      {cuttableWords('lines.line', {
                        length: formatLength(line.lengthMm, unit, 1),
                        contrast: decimal(line.contrast, 0),
                      })}
                    </span>
                    <Button size="small" onClick={() => turn(line)}>
                      {backOf(line) ? cuttableWords('lines.letGo') : cuttableWords('lines.bringBack')}
                    </Button>
                  </li>
                ))}
              </ol>
            </>
          )}
        </>
      )}
    </section>
  );
}
