'use client';
import clsx from 'clsx';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { hexFromLabD50, type Lab } from '@/core/colour';
import type { FlatPlan } from '@/model';
import { kit } from '@/ui/kit/styles';
import { toneWords } from '@/words/tones';
import css from './Tones.module.css';
import type { ToneFinding } from './usePointing';

interface Props {
  readonly flat: FlatPlan;
  readonly finding: ToneFinding;
  readonly shown: (label: number) => Lab;
}

const STEP = 0.05;

/** How much of the picture each tone takes, and the edges between them: dragged, moved by arrow keys, or led through a place of the picture. */
export function ToneEdges({ flat, finding, shown }: Props) {
  const { pointing, setPointing } = finding;
  const names = flat.colours.map((colour) => colour.name);
  return (
    <>
      <div className={clsx(css.bar, kit.around8)}>
        {flat.colours.map((colour, label) => (
          <span
            key={colour.id}
            className={css.tone}
            style={{ flexGrow: colour.areaShare, background: hexFromLabD50(shown(label)) }}
          >
            {label > 0 && <Edge {...{ flat, finding, label: label - 1 }} />}
          </span>
        ))}
      </div>
      {pointing?.for === 'edge' ? (
        <p className={kit.note} role="status">
          {pointing.tone === null
            ? toneWords('edge.dragNow')
            : toneWords('edge.pointNow', { lighter: names[pointing.tone], darker: names[pointing.tone + 1] })}{' '}
          <button type="button" className={kit.link} onClick={() => setPointing(undefined)}>
            {toneWords('finding.letGo')}
          </button>
        </p>
      ) : (
        <p className={kit.note}>
          <button type="button" className={kit.link} onClick={() => setPointing({ for: 'edge', tone: null })}>
            {toneWords('edge.drag')}
          </button>
          {' · '}
          {names.slice(1).map((darker, k) => (
            <span key={flat.colours[k + 1].id}>
              {k > 0 && ' · '}
              <button
                type="button"
                className={kit.link}
                aria-label={toneWords('edge.through', { lighter: names[k], darker })}
                onClick={() => setPointing({ for: 'edge', tone: k })}
              >
                {toneWords('edge.throughShort', { darker })}
              </button>
            </span>
          ))}
        </p>
      )}
    </>
  );
}

/** The handle between two tones. */
function Edge({ flat, finding, label }: Pick<Props, 'flat' | 'finding'> & { readonly label: number }) {
  const { tones, moveEdge } = finding;
  const value = tones.edges[label] ?? 0,
    [dragged, setDragged] = useState<number>();
  const from = useRef<{ readonly x: number; readonly value: number }>(undefined);
  const [lighter, darker] = [flat.colours[label].name, flat.colours[label + 1].name];
  const at = (e: PointerEvent<HTMLButtonElement>) => {
    const bar = e.currentTarget.parentElement!.parentElement!.getBoundingClientRect();
    // a third of the bar is all the way from one tone to the next
    return Math.max(-1, Math.min(1, from.current!.value + (3 * (e.clientX - from.current!.x)) / bar.width));
  };
  const keys = (e: KeyboardEvent) => {
    const by = { ArrowRight: STEP, ArrowUp: STEP, ArrowLeft: -STEP, ArrowDown: -STEP }[e.key];
    if (by === undefined && e.key !== 'Home') return;
    e.preventDefault();
    e.stopPropagation();
    moveEdge(label, by === undefined ? 0 : value + by);
  };
  return (
    <button
      type="button"
      role="slider"
      className={css.edge}
      style={{ transform: `translateX(${dragged === undefined ? 0 : 30 * (dragged - value)}px)` }}
      aria-label={toneWords('edge.name', { lighter, darker })}
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={Math.round(50 * (1 + value))}
      aria-valuetext={toneWords('edge.at', { percent: Math.round(50 * (1 + value)) })}
      onKeyDown={keys}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        from.current = { x: e.clientX, value };
      }}
      onPointerMove={(e) => {
        if (from.current) setDragged(at(e));
      }}
      onPointerUp={(e) => {
        if (!from.current) return;
        const to = at(e);
        from.current = undefined;
        setDragged(undefined);
        if (Math.abs(to - value) > 0.005) moveEdge(label, to);
      }}
    />
  );
}
