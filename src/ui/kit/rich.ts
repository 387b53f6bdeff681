import { createElement, Fragment, type ReactNode } from 'react';

/** A message with elements in it, as one: its parts need no keys. */
export function rich(parts: ReactNode): ReactNode {
  return Array.isArray(parts) ? createElement(Fragment, null, ...(parts as ReactNode[])) : parts;
}
