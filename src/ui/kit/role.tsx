'use client';
import { createContext, useContext, useMemo, type ReactNode } from 'react';
import { mayDo, type Role } from '@/model';

interface Device {
  /** What this device is let in for; the server refuses the rest, and the page does not offer it. */
  readonly role: Role;
  /** Its place at the table of a class. */
  readonly place?: number | undefined;
}
const Here = createContext<Device>({ role: 'machine' });

export function RoleHere({ role, place, children }: Device & { readonly children: ReactNode }) {
  const here = useMemo(() => ({ role, place }), [role, place]);
  return <Here value={here}>{children}</Here>;
}

/** Whether this device may do what wants at least `least`. */
export function useMay(): (least: Role) => boolean {
  const { role } = useContext(Here);
  return (least) => mayDo(role, least);
}

export const useRole = (): Role => useContext(Here).role;
export const usePlaceHere = (): number | undefined => useContext(Here).place;
