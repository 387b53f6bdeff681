import { headers } from 'next/headers';
import { roleIn, type Role } from '@/model';
import { PLACE_HEADER, ROLE_HEADER } from '@/server';

/** What the device that asks for this page is let in for; the door wrote it, who comes from outside cannot. */
export async function roleHere(): Promise<Role> {
  return roleIn((await headers()).get(ROLE_HEADER)) ?? 'machine';
}

/** Its place at the table of a class, where it has one. */
export async function placeHere(): Promise<number | undefined> {
  return Number((await headers()).get(PLACE_HEADER)) || undefined;
}
