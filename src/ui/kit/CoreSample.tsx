'use client';
import { deltaE2000, hexFromLabD50, wordForDifference, type Lab } from '@/core/colour';
import { INK_START_VALUES } from '@/core/inks';
import { formatLength } from '@/core/units';
import { inkOfRun } from '@/records';
import { usePrintDesk } from './printContext';
import { Swatch } from './Swatch';

export interface SamplePoint { readonly label: number; readonly xMm: number; readonly yMm: number }

/** The films at one point, paper at the foot; what is seen on top, what was wanted, and how far off it is. */
export function CoreSample({ point }: { point: SamplePoint | undefined }) {
  const { state, looks, unit } = usePrintDesk();
  const { plan } = state;
  const colour = point && plan.flat?.colours[point.label];
  if (!looks || !colour) {
    return <section><h2>Core sample</h2><p className="note" style={{ minHeight: 210 }}>Point at the picture, or put the focus on it and use the arrow keys, to see the films there.</p></section>;
  }
  const stack = looks.stacks[point.label];
  const seen = looks.looks[plan.runs.length][point.label];
  const wanted: Lab = colour.id === plan.flat!.barePaperId ? plan.paper.labD50 : colour.wantedLabD50;
  const off = deltaE2000(seen, wanted);
  return (
    <section aria-live="polite">
      <h2>Core sample</h2>
      <p className="note">at {formatLength(point.xMm, unit, 0)}, {formatLength(point.yMm, unit, 0)}: {colour.name}</p>
      <p className="num" style={{ marginTop: 6 }}><Swatch lab={seen} /> seen&ensp;<Swatch lab={wanted} /> wanted&ensp;ΔE {off.toFixed(1)}, {wordForDifference(off)}</p>
      <div className="core" style={{ margin: '8px 0' }}>
        <div className="column" aria-hidden>
          <div className="foot" style={{ background: hexFromLabD50(plan.paper.labD50) }} />
          {stack.map((run, i) => <div key={i} className="film" style={{ backgroundColor: hexFromLabD50(inkOfRun(plan, plan.runs[run]).solidLabD50) }} />)}
        </div>
        <div className="names">
          <span>paper, {plan.paper.name}</span>
          {stack.map((run, i) => <span key={i}>{run + 1}&ensp;{inkOfRun(plan, plan.runs[run]).name} <span className="quiet">{INK_START_VALUES.wetFilmUm} µm</span></span>)}
        </div>
      </div>
    </section>
  );
}
