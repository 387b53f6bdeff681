import type { ComponentType } from 'react';
import { kit } from './styles';
import { frameWords } from '@/words/frame';

/**
 * A part of a view that is fetched after it. Where it cannot be (the server is away) a line stands in its place, and the view goes on:
 * what is fetched late may never break what is there.
 */
export function fetched<Props>(load: () => Promise<ComponentType<Props>>): () => Promise<ComponentType<Props>> {
  return () => load().catch(() => NotHere as ComponentType<Props>);
}

function NotHere() {
  return (
    <p className={kit.note} role="status">
      {frameWords('notFetched')}
    </p>
  );
}
