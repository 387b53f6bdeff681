'use client';
import { useEffect } from 'react';

/** Lets this device show the bench when the server is away. Browsers allow that only over an encrypted line, or on the machine itself. */
export function WithoutServer() {
  useEffect(() => {
    if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return;
    navigator.serviceWorker.register('/sw.js').catch(() => undefined);
  }, []);
  return null;
}
