import type { register } from './en/register';
import made from './made/en/register.json';
import { translator } from './translator';

export const registerWords = translator<typeof register>('register', made);
