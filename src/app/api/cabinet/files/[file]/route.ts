import { cabinetFile, database } from '@/server';
import { nowIso, respondFile, route } from '../../../respond';

/** inks.csv, inks.gpl, inks.cgats.txt. */
export const GET = route(async (_request: Request, { params }: { params: Promise<{ file: string }> }) => {
  return respondFile(cabinetFile(database(), (await params).file, nowIso()));
});
