import { failure } from '@/records';
import { bundleFile, database, ledgerFile, lidLabelPdf, lookPng, numberingFile, registrationPdf, runSvg, sourcePng } from '@/server';
import { nowIso, refuse, respondFile } from '../../../../respond';

/** Files of a print: registration.pdf, run-2.svg, block-2.svg, look-2.png, ledger.csv, numbering.csv, print.ulexite.zip. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string; file: string }> }): Promise<Response> {
  const { id, file } = await params;
  const db = database();
  const numbered = /^(run|block|look|lid)-(\d{1,2})\.(svg|png|pdf)$/.exec(file);
  if (numbered?.[1] === 'look') {
    const width = Number(new URL(request.url).searchParams.get('width') ?? 480);
    const png = await lookPng(db, id, Number(numbered[2]), Number.isFinite(width) ? width : 480);
    return png.ok ? new Response(Buffer.from(png.value.bytes), { headers: { 'Content-Type': 'image/png', 'Cache-Control': 'private, max-age=31536000, immutable' } }) : refuse(png);
  }
  if (numbered?.[1] === 'lid') return respondFile(await lidLabelPdf(db, id, Number(numbered[2]), new Date()));
  if (file === 'source.png') {
    const wanted = new URL(request.url).searchParams;
    const png = await sourcePng(db, id, Number(wanted.get('turn')), wanted.get('mirror') === '1');
    return png.ok ? new Response(Buffer.from(png.value.bytes), { headers: { 'Content-Type': 'image/png', 'Cache-Control': 'no-store' } }) : refuse(png);
  }
  if (numbered) return respondFile(runSvg(db, id, Number(numbered[2]), numbered[1] === 'run' ? 'run' : 'stage'));
  if (file === 'registration.pdf') return respondFile(await registrationPdf(db, id, new Date()));
  if (file === 'ledger.csv') return respondFile(ledgerFile(db, id));
  if (file === 'numbering.csv') return respondFile(numberingFile(db, id));
  if (file === 'print.ulexite.zip') return respondFile(bundleFile(db, id, nowIso()));
  return refuse(failure('run-missing', `There is no file “${file}” of a print.`));
}
