'use client';
import { useSyncExternalStore } from 'react';
import { atDoor } from '@/session';
import { pageWords } from '@/words/pages';
import css from './NotLetIn.module.css';

const never = () => false;

/** A bar over every page of a device that was put out while it was open. */
export function NotLetIn() {
  const shut = useSyncExternalStore(atDoor.subscribe, atDoor.isShut, never);
  return shut ? (
    <div className={css.bar} role="alert">
      {pageWords('server.notLetIn')} <a href="/come-in">{pageWords('server.comeIn')}</a>
    </div>
  ) : null;
}
