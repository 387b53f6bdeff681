'use client';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type ZoomTransform } from 'd3-zoom';
import { useEffect, useRef, useState, type KeyboardEvent, type MouseEvent, type RefObject } from 'react';
import { sheetLayoutOf, type Impression } from '@/derived';
import { useKeys, outsideDialogs } from '@/ui/kit/keys';
import { usePrintDesk } from '@/ui/kit/printContext';
import { useSizePx } from '@/ui/kit/useSizePx';
import { lookOverWords } from '@/words/lookOver';
import css from './lookOver.module.css';
import type { Placing } from './usePlacing';
import { PrintPicture } from './PrintPicture';

const FURTHEST = 12;
const STEP = 1.5;
const PAN_PX = 60;

/** One way of looking for all that lies in front: how near, and where. */
function useNearness(panes: RefObject<HTMLDivElement | null>) {
  const [near, setNear] = useState<ZoomTransform>(zoomIdentity);
  const behaviour = useRef(
    zoom<HTMLElement, unknown>()
      .scaleExtent([1, FURTHEST])
      .filter((event: MouseEvent) => !event.button && !(event.target as Element).closest('[data-control]')),
  );
  const each = () => [...(panes.current?.querySelectorAll<HTMLElement>('[data-pane]') ?? [])];
  /** What one pane is moved to, all are. */
  const put = (to: ZoomTransform) => {
    for (const pane of each()) select<HTMLElement, unknown>(pane).property('__zoom', to);
    setNear(to);
  };
  const attach = (pane: HTMLElement) => {
    const own = behaviour.current;
    own.on('zoom', (event: { transform: ZoomTransform; sourceEvent: unknown }) => put(event.transform));
    select<HTMLElement, unknown>(pane)
      .call(
        own.translateExtent([
          [0, 0],
          [pane.clientWidth, pane.clientHeight],
        ]),
      )
      .on('dblclick.zoom', null);
  };
  const pane = () => each()[0];
  const nearer = (by: number) => pane() && select<HTMLElement, unknown>(pane()).call(behaviour.current.scaleBy, by);
  const pan = (x: number, y: number) =>
    pane() && select<HTMLElement, unknown>(pane()).call(behaviour.current.translateBy, x / near.k, y / near.k);
  return { near, put, attach, nearer, pan };
}

interface Props {
  readonly print: Impression;
  readonly beside: Impression | undefined;
  readonly againstBat: boolean;
  readonly placing: Placing;
}

/** The print one leans in on, and another beside it: both at the same place, as near. */
export function LeanIn({ print, beside, againstBat, placing }: Props) {
  const { plan } = usePrintDesk('plan');
  const box = useRef<HTMLDivElement>(null);
  const { widthPx, heightPx } = useSizePx(box);
  const { near, put, attach, nearer, pan } = useNearness(box);
  const image = sheetLayoutOf(plan)?.images[0];
  const ratio = image ? image.widthMm / image.heightMm : 1;
  const shown = beside ? [print, beside] : [print];
  const size = paneOf({ widthPx, heightPx }, ratio, shown.length);
  useKeys('plus, equal', lookOverWords('key.nearer'), () => nearer(STEP), outsideDialogs);
  useKeys('minus', lookOverWords('key.farther'), () => nearer(1 / STEP), outsideDialogs);
  useKeys('9', lookOverWords('key.whole'), () => put(zoomIdentity), outsideDialogs);
  const pans = { left: [1, 0], right: [-1, 0], up: [0, 1], down: [0, -1] } as const;
  useKeys('shift+left, shift+right, shift+up, shift+down', lookOverWords('key.pan'), (_, { keys }) => {
    const [x, y] = pans[keys?.at(0) as keyof typeof pans] ?? [0, 0];
    pan(PAN_PX * x, PAN_PX * y);
  });
  return (
    <div ref={box} className={css.panes}>
      {size.widthPx > 0 &&
        shown.map((one, i) => (
          <figure key={i} className={css.pane} style={{ width: size.widthPx }}>
            <Pane {...{ near, attach, size }} print={one} placing={i === 0 ? placing : undefined} />
            <figcaption>
              {i === 0
                ? lookOverWords('this', { print: one.mark || one.name })
                : lookOverWords(againstBat ? 'theBat' : 'beside', { print: one.mark || one.name })}
            </figcaption>
          </figure>
        ))}
    </div>
  );
}

interface SizePx {
  readonly widthPx: number;
  readonly heightPx: number;
}

const CAPTION_PX = 24,
  BETWEEN_PX = 12;

/** As large as so many pictures fit: beside each other or one below the other, whichever is larger. */
function paneOf({ widthPx, heightPx }: SizePx, ratio: number, count: number): SizePx {
  const fit = (wide: number, high: number) => Math.max(0, Math.min(wide, (high - CAPTION_PX) * ratio));
  const across = fit((widthPx - BETWEEN_PX * (count - 1)) / count, heightPx),
    down = fit(widthPx, (heightPx - BETWEEN_PX * (count - 1)) / count);
  const wide = Math.floor(Math.max(across, down));
  return { widthPx: wide, heightPx: Math.round(wide / ratio) };
}

interface PaneProps {
  readonly print: Impression;
  readonly near: ZoomTransform;
  readonly attach: (pane: HTMLElement) => void;
  readonly size: SizePx;
  readonly placing: Placing | undefined;
}

function Pane({ print, near, attach, size, placing }: PaneProps) {
  const pane = useRef<HTMLDivElement>(null);
  const attached = useRef(attach);
  attached.current = attach;
  useEffect(() => {
    if (pane.current) attached.current(pane.current);
  }, [size.widthPx, size.heightPx]);
  const cross = placing?.cross;
  const share = (event: MouseEvent): readonly [number, number] => {
    const { left, top } = pane.current!.getBoundingClientRect();
    return [
      (event.clientX - left - near.x) / (near.k * size.widthPx),
      (event.clientY - top - near.y) / (near.k * size.heightPx),
    ];
  };
  const onKeyDown = (event: KeyboardEvent) => placing?.onKeyDown(event);
  return (
    <div
      ref={pane}
      data-pane
      data-arrows={cross ? true : undefined}
      className={css.window}
      style={{ height: size.heightPx }}
      tabIndex={cross ? 0 : undefined}
      role={cross ? 'application' : undefined}
      aria-label={cross ? lookOverWords('placeHere') : undefined}
      onKeyDown={onKeyDown}
      onClick={(event) => cross && placing.putAt(...share(event))}
    >
      <div className={css.near} style={{ transform: `translate(${near.x}px, ${near.y}px) scale(${near.k})` }}>
        <PrintPicture print={print} large />
        {cross && (
          <i className={css.cross} style={{ left: `${100 * cross.x}%`, top: `${100 * cross.y}%` }} aria-hidden />
        )}
      </div>
    </div>
  );
}
