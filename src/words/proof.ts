import type { proof } from './en/proof';
import made from './made/en/proof.json';
import { translator } from './translator';

export const proofWords = translator<typeof proof>('proof', made);
