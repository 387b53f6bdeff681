import type { Active, DndContextProps, Over } from '@dnd-kit/core';
import { useRef } from 'react';
import { frameWords } from '@/words/frame';

/** What is carried, and the thing it lies over, if it lies over one. */
interface Carried {
  readonly active: Active;
  readonly over: Over | null;
}

/** What it is called and where it is now; undefined once it is gone, as another device may have taken it away meanwhile. */
type Told = { readonly what: string; readonly place: string } | undefined;

/** What a screen reader is told of something that can be carried: each place once, so that what was said before is heard out. */
export function useCarriedInWords(tell: (carried: Carried) => Told): NonNullable<DndContextProps['accessibility']> {
  const saidPlace = useRef<string>(undefined);
  const say = (how: 'up' | 'at' | 'down' | 'back') => (carried: Carried) => {
    const told = tell(carried);
    if (how === 'at' && told?.place === saidPlace.current) return undefined;
    saidPlace.current = told?.place;
    return told && frameWords(`carry.${how}`, told);
  };
  return {
    screenReaderInstructions: { draggable: frameWords('carry.how') },
    announcements: {
      onDragStart: ({ active }) => say('up')({ active, over: null }),
      onDragMove: say('at'),
      onDragOver: say('at'),
      onDragEnd: say('down'),
      onDragCancel: say('back'),
    },
  };
}

/** How far it was carried across. */
export function carriedAcrossPx({ rect }: Active): number {
  const { initial, translated } = rect.current;
  return initial && translated ? translated.left - initial.left : 0;
}
