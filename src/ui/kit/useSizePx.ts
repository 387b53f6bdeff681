'use client';
import { useEffect, useState, type RefObject } from 'react';

const UNKNOWN = { widthPx: 0, heightPx: 0 } as const;

/** How large an element lies on the screen, in whole CSS pixels, whenever that changes; 0 by 0 before it is known. */
export function useSizePx(element: RefObject<Element | null>): { readonly widthPx: number; readonly heightPx: number } {
  const [size, setSize] = useState<{ readonly widthPx: number; readonly heightPx: number }>(UNKNOWN);
  useEffect(() => {
    if (!element.current) return;
    const watch = new ResizeObserver(([{ contentRect }]) => {
      const widthPx = Math.round(contentRect.width),
        heightPx = Math.round(contentRect.height);
      setSize((old) => (old.widthPx === widthPx && old.heightPx === heightPx ? old : { widthPx, heightPx }));
    });
    watch.observe(element.current);
    return () => watch.disconnect();
  }, [element]);
  return size;
}
