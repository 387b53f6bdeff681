import type { shapes } from './en/shapes';
import made from './made/en/shapes.json';
import { translator } from './translator';

export const shapeWords = translator<typeof shapes>('shapes', made);
