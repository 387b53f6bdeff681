import type { ReactNode } from 'react';
import type { Term } from '@/words/glossary';
import css from './glossary.module.css';

/** Two colours seen from above and, below, the sheet cut through. */
const above = (lightTo: number, darkFrom: number) => (
  <>
    <rect x="10" y="8" width={lightTo - 10} height="46" className={css.light} />
    <rect x={darkFrom} y="8" width={190 - darkFrom} height="46" className={css.dark} fillOpacity="0.92" />
    <rect x="10" y="84" width="180" height="6" className={css.sheet} />
    <rect x="10" y="78" width={lightTo - 10} height="6" className={css.light} />
    <rect x={darkFrom} y={darkFrom < lightTo ? 72 : 78} width={190 - darkFrom} height="6" className={css.dark} />
  </>
);
const letter = (x: number, mirrored: boolean) => (
  <g transform={`translate(${x} 24) scale(${mirrored ? -1 : 1} 1)`}>
    <path d="M-12 48V0h24v9H-2v11h11v9H-2v19z" className={css.ink} />
  </g>
);
const sheetAt = (x: number, y: number, width: number, height: number) => (
  <rect x={x} y={y} width={width} height={height} className={css.sheet} />
);

/** Drawings of words that are seen sooner than they are read; 200 wide, 96 high. */
export const DRAWINGS: Partial<Record<Term, ReactNode>> = {
  overlap: above(112, 98),
  misfit: above(88, 108),
  choke: (
    <>
      <rect x="10" y="12" width="180" height="72" className={css.light} />
      <rect x="44" y="26" width="112" height="44" className={css.dark} fillOpacity="0.92" />
      <path d="M10 12h180v72H10z" className={css.line} />
      <path d="M156 48h34" className={css.measure} />
    </>
  ),
  kento: (
    <>
      <rect x="10" y="8" width="180" height="82" className={css.wood} />
      {sheetAt(34, 14, 146, 62)}
      <path d="M28 62v20h26M112 82h34" className={css.cut} />
      <rect x="60" y="24" width="96" height="40" className={css.dark} fillOpacity="0.5" />
    </>
  ),
  fade: (
    <>
      <defs>
        <linearGradient id="term-fade">
          <stop offset="0.1" className={css.darkStop} />
          <stop offset="0.9" className={css.lightStop} />
        </linearGradient>
      </defs>
      <rect x="10" y="12" width="180" height="72" fill="url(#term-fade)" />
    </>
  ),
  reduction: (
    <>
      {[0, 1, 2].map((i) => (
        <g key={i} transform={`translate(${8 + i * 64} 0)`}>
          <rect x="0" y="8" width="56" height="42" className={css.light} />
          {i > 0 && <path d="M10 50V24h36v26z" className={css.mid} />}
          {i > 1 && <path d="M22 50V34h14v16z" className={css.dark} />}
          <path
            d={['M0 90V66h56v24z', 'M10 90V66h36v24zM0 90v-8h56v8z', 'M22 90V66h14v24zM0 90v-8h56v8z'][i]}
            className={css.wood}
          />
        </g>
      ))}
    </>
  ),
  lettering: (
    <>
      <rect x="14" y="8" width="72" height="80" className={css.wood} />
      {letter(50, true)}
      {sheetAt(114, 8, 72, 80)}
      {letter(150, false)}
      <path d="M92 48h16m-6-5 6 5-6 5" className={css.line} />
    </>
  ),
  shim: (
    <>
      <rect x="60" y="14" width="126" height="56" className={css.wood} />
      <rect x="30" y="34" width="18" height="14" className={css.ink} />
      <rect x="50" y="30" width="8" height="22" className={css.mid} />
      <path d="M62 84h34m-8-6 8 6-8 6" className={css.line} />
    </>
  ),
  stops: (
    <>
      <rect x="44" y="10" width="140" height="62" className={css.wood} />
      <path d="M28 30h14v16H28zM70 74h14v14H70zM142 74h14v14h-14z" className={css.ink} />
      <circle cx="44" cy="72" r="5" className={css.mid} />
    </>
  ),
  grain: (
    <>
      {sheetAt(14, 10, 76, 76)}
      {[22, 34, 46, 58, 70].map((y) => (
        <path key={y} d={`M20 ${y}q16 -4 32 0t32 0`} className={css.line} />
      ))}
      <path d="M104 18v60m-5-52 5-8 5 8m-10 44 5 8 5-8" className={css.line} />
      <path d="M120 48h24" className={css.line} />
    </>
  ),
  chatter: (
    <>
      <path d="M10 62h44v16h92V62h44v28H10z" className={css.wood} />
      <circle cx="100" cy="42" r="36" className={css.line} />
      <path d="M84 76a36 36 0 0 0 32 0" className={css.cut} />
    </>
  ),
  ridge: (
    <>
      <path d="M10 40h60l12 40h8l6-56h8l6 56h8l12-40h60v50H10z" className={css.wood} />
      <path d="M84 16h32" className={css.measure} />
    </>
  ),
  key: (
    <>
      <path d="M28 84V44l44-30 44 30v40z" className={css.light} />
      <path d="M116 84V52h56v32z" className={css.dark} fillOpacity="0.7" />
      <path d="M28 84V44l44-30 44 30v40zM116 84V52h56v32z" className={css.thick} />
    </>
  ),
  jigsaw: (
    <>
      <path d="M10 10h84c-14 24 14 50 0 78H10z" className={css.light} />
      <path d="M102 10h88v38c-30-8-52 14-92 2 4-14-4-26 4-40z" className={css.dark} fillOpacity="0.85" />
      <path d="M99 58c38 12 60-8 91-2v32h-88c6-12 2-22-3-30z" className={css.mid} />
    </>
  ),
  ghost: (
    <>
      <path d="M40 84V20h60v64z" className={css.dark} fillOpacity="0.35" />
      <path d="M48 84V20h60v64z" className={css.dark} fillOpacity="0.8" />
    </>
  ),
  deckle: (
    <path d="M40 14h120l3 9-3 10 2 11-3 9 3 10-2 11 1 10H40l-3-11 3-9-2-12 3-10-3-9 2-11z" className={css.sheet} />
  ),
};
