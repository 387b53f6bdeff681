import { cabinetFile, database } from '@/server';
import { nowIso, respondFile } from '../../../respond';

/** inks.csv, inks.gpl, inks.cgats.txt. */
export async function GET(_request: Request, { params }: { params: Promise<{ file: string }> }): Promise<Response> {
  return respondFile(cabinetFile(database(), (await params).file, nowIso()));
}
