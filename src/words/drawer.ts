import type { drawer } from './en/drawer';
import made from './made/en/drawer.json';
import { translator } from './translator';

export const drawerWords = translator<typeof drawer>('drawer', made);
