'use client';
import { inWords } from '@/words/failures';
import { findingInWords } from '@/words/findings';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useRef, useState, type Dispatch, type SetStateAction, type RefObject } from 'react';
import { deltaE2000, hexFromLabD50 as hex } from '@/core/colour';
import type { SheetLayout } from '@/core/registration';
import { formatSize } from '@/words/lengths';
import type { ProofAnswer, RegisterWorker } from '@/workers';
import { newId } from '@/session';
import { usePrintDesk } from '../../kit/printContext';
import { useProofRequest } from '../../kit/useProofRequest';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './ScanPanel.module.css';
import { FileButton } from '@/ui/kit/FileButton';
import type { RunReading } from '@/core/registration/readProof';
import { proofWords } from '@/words/proof';
import { motionInWords } from '@/words/motion';
import { decimal } from '@/words/quantities';

const MAX_SCAN_BYTES = 60 * 1024 * 1024;

interface ScanPanelProps {
  readonly worker: RegisterWorker;
  readonly layout: SheetLayout;
  readonly run: number;
  readonly read: ProofAnswer | undefined;
  readonly onRead: (read: ProofAnswer | undefined) => void;
  readonly onPutRight: () => void;
}

/** A scan dropped, read run by run, kept. */
export function ScanPanel({ worker, layout, run, read, onRead, onPutRight }: ScanPanelProps) {
  const { plan, progress, looks } = usePrintDesk('plan', 'progress', 'looks');
  const { bench } = progress;
  const pulled = plan.runs.filter((r) => bench.pulls.some((p) => p.runId === r.id)).length;
  const [printed, setPrinted] = useState(pulled || plan.runs.length);
  const [sheetName, setSheetName] = useState('');
  const [busy, setBusy] = useState<{ what: string; share: number | null }>();
  const [problem, setProblem] = useState<string>();
  const [over, setOver] = useState(false);
  const { take, simulate, stop } = useScanReading(setProblem, onRead, setBusy, worker, printed);
  const good = read?.reading.runs.flatMap((r) => (r.ok ? [r.value] : [])) ?? [];
  const keep = useKeepScan(good, sheetName, onPutRight, onRead);
  return (
    <>
      <ScanFields
        printed={printed}
        setPrinted={setPrinted}
        onRead={onRead}
        sheetName={sheetName}
        setSheetName={setSheetName}
      />
      <ScanDrop over={over} setOver={setOver} take={take} layout={layout} busy={busy} simulate={simulate} />
      {busy && (
        <div role="status">
          <p>{busy.what} …</p>
          <LinearProgress
            variant={busy.share === null ? 'indeterminate' : 'determinate'}
            value={100 * (busy.share ?? 0)}
            aria-label={busy.what}
          />
          <Button className={kit.above8} onClick={stop}>
            {proofWords('scan.stop')}
          </Button>
        </div>
      )}
      {problem && (
        <p className={clsx(kit.say, kit.bad)} role="alert">
          {problem}
        </p>
      )}
      {read && (
        <>
          <ScanAnswer read={read} run={run} layout={layout} good={good} keep={keep} />
          <SeenColours read={read} printed={printed} />
        </>
      )}
      {!read && !busy && !looks && <p className={kit.note}>…</p>}
    </>
  );
}

function useKeepScan(
  good: RunReading[],
  sheetName: string,
  onPutRight: () => void,
  onRead: (read: ProofAnswer | undefined) => void,
) {
  const { log, plan, tell } = usePrintDesk('log', 'plan', 'tell');
  const keep = async () => {
    const answer = await log(
      ...good.map((reading) => ({
        kind: 'proofed' as const,
        proofId: newId(),
        runId: plan.runs[reading.run - 1].id,
        againstRunId: plan.runs[reading.run - 2]?.id ?? null,
        sheet: sheetName.trim(),
        source: 'scan' as const,
        marks: reading.patches.filter((p) => p.kept).map(({ xMm, yMm, dxMm, dyMm }) => ({ xMm, yMm, dxMm, dyMm })),
        motion: reading.motion,
      })),
    );
    if (!answer.ok) {
      tell(inWords(answer));
      return;
    }
    tell(proofWords('scan.proofOfRunGood', { good: good.length }), {
      words: proofWords('scan.putItRight'),
      take: onPutRight,
    });
    // what was kept is not kept twice
    onRead(undefined);
    onPutRight();
  };
  return keep;
}

/** Reading a scan: from a file, a TIFF opened at the server, or the simulated scanner; stopped at any time. */
function useScanReading(
  setProblem: Dispatch<SetStateAction<string | undefined>>,
  onRead: (read: ProofAnswer | undefined) => void,
  setBusy: Dispatch<SetStateAction<{ what: string; share: number | null } | undefined>>,
  worker: RegisterWorker,
  printed: number,
) {
  const { scanner } = usePrintDesk('scanner');
  const serial = useRef(0);
  const readFile = useReadFile(serial, setProblem, onRead, setBusy, worker, printed);
  const take = async (file: File) => {
    if (file.size > MAX_SCAN_BYTES) {
      setProblem(proofWords('scan.thisScanHasMb', { file: Math.round(file.size / 1e6) }));
      return;
    }
    if (!/tiff?$/i.test(file.type) && !/\.tiff?$/i.test(file.name)) return readFile(file, 0);
    const mine = ++serial.current;
    setBusy({ what: proofWords('scan.openingTheTiff'), share: null });
    const opened = await scanner.readable(file);
    if (mine !== serial.current) return;
    if (opened.ok) return readFile(opened.value.file, opened.value.dpi);
    setBusy(undefined);
    setProblem(inWords(opened));
  };
  const simulate = async () => {
    const mine = ++serial.current;
    setProblem(undefined);
    const what = proofWords('scan.theSimulatedScannerIs');
    setBusy({ what, share: 0 });
    const scan = await scanner.scan(printed, (share) => mine === serial.current && setBusy({ what, share }));
    if (mine !== serial.current) return;
    if (scan.ok) return readFile(scan.value.file, scan.value.dpi);
    setBusy(undefined);
    setProblem(inWords(scan));
  };
  const stop = () => {
    serial.current++;
    worker.stop();
    setBusy(undefined);
  };
  return { take, simulate, stop };
}

/** The reading of one scan; only the newest is listened to. */
function useReadFile(
  serial: RefObject<number>,
  setProblem: Dispatch<SetStateAction<string | undefined>>,
  onRead: (read: ProofAnswer | undefined) => void,
  setBusy: Dispatch<SetStateAction<{ what: string; share: number | null } | undefined>>,
  worker: RegisterWorker,
  printed: number,
) {
  const requestFor = useProofRequest(printed);
  return async (file: Blob, dpi: number) => {
    const mine = ++serial.current;
    setProblem(undefined);
    onRead(undefined);
    setBusy({ what: proofWords('scan.readingTheScan'), share: 0 });
    const request = await requestFor({ file, dpi });
    if (!request || mine !== serial.current) return;
    const answer = await worker.ask('readProof', request, (share) => {
      if (mine === serial.current) setBusy({ what: proofWords('scan.readingTheScan'), share });
    });
    if (mine !== serial.current) return;
    setBusy(undefined);
    if (answer.ok) onRead(answer.value);
    else if (answer.code !== 'stopped') setProblem(inWords(answer));
  };
}

interface ScanAnswerProps {
  readonly read: ProofAnswer;
  readonly run: number;
  readonly layout: SheetLayout;
  readonly good: RunReading[];
  readonly keep: () => Promise<void>;
}

function ScanAnswer({ read, run, layout, good, keep }: ScanAnswerProps) {
  const { unit } = usePrintDesk('unit');
  return (
    <section>
      <h2>{proofWords('scan.whatTheScanShows')}</h2>
      <ul className={kit.watch} data-testid="read-runs">
        {read.reading.runs.map((r, i) => (
          <li key={i} className={clsx(kit.plain, run === i + 1 && kit.bold)}>
            {r.ok ? (
              <>
                {motionInWords(r.value.motion, layout.images[0], proofWords('scan.run', { run: i + 1 }), unit)}{' '}
                <span className={clsx(kit.quiet, kit.num)}>
                  {proofWords('scan.mmOfPatches', {
                    shiftMm: Math.max(r.value.range95.dxMm, r.value.range95.dyMm),
                    turnDeg: r.value.range95.rotationDeg,
                    kept: r.value.patches.filter((p) => p.kept).length,
                    patches: r.value.patches.length,
                  })}
                </span>
              </>
            ) : (
              <span className={kit.madder}>{findingInWords(r)}</span>
            )}
          </li>
        ))}
      </ul>
      <p className={clsx(kit.note, kit.num)}>
        {proofWords('scan.readAtDpiIn', {
          dpi: read.dpi,
          milliseconds: read.milliseconds / 1000,
          turnDeg: decimal(read.reading.sheet.turnDeg, 2),
        })}
      </p>
      <Button variant="contained" color="primary" disabled={good.length === 0} onClick={() => void keep()}>
        {proofWords('scan.keepAndPutRight')}
      </Button>
    </section>
  );
}

interface ScanDropProps {
  readonly over: boolean;
  readonly setOver: Dispatch<SetStateAction<boolean>>;
  readonly take: (file: File) => Promise<void>;
  readonly layout: SheetLayout;
  readonly busy: { what: string; share: number | null } | undefined;
  readonly simulate: () => Promise<void>;
}

function ScanDrop({ over, setOver, take, layout, busy, simulate }: ScanDropProps) {
  const { unit } = usePrintDesk('unit');
  return (
    <div
      className={clsx(css.scanDrop, over && css.over)}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        const file = e.dataTransfer.files[0];
        if (file) void take(file);
      }}
    >
      <p>
        <strong>{proofWords('scan.dropAScanHere')}</strong>
      </p>
      <p className={kit.note}>
        {proofWords('scan.pngJpegOrTiff', {
          size: formatSize(layout.sheetMm.widthMm, layout.sheetMm.heightMm, unit),
        })}
      </p>
      <div className={kit.row}>
        <FileButton
          label={proofWords('scan.scanFile')}
          accept=".png,.jpg,.jpeg,.tif,.tiff,image/png,image/jpeg,image/tiff"
          disabled={Boolean(busy)}
          onFile={(file) => void take(file)}
        >
          {proofWords('scan.chooseAScan')}
        </FileButton>
        <Button onClick={() => void simulate()} disabled={Boolean(busy)}>
          {proofWords('scan.simulatedScanner')}
        </Button>
      </div>
    </div>
  );
}

interface ScanFieldsProps {
  readonly printed: number;
  readonly setPrinted: Dispatch<SetStateAction<number>>;
  readonly onRead: (read: ProofAnswer | undefined) => void;
  readonly sheetName: string;
  readonly setSheetName: Dispatch<SetStateAction<string>>;
}

function ScanFields({ printed, setPrinted, onRead, sheetName, setSheetName }: ScanFieldsProps) {
  const { plan } = usePrintDesk('plan');
  return (
    <div className={kit.fields}>
      <TextField
        select
        label={proofWords('scan.runsOnTheSheet')}
        value={printed}
        onChange={(e) => {
          setPrinted(Number(e.target.value));
          onRead(undefined);
        }}
      >
        {plan.runs.map((r, i) => (
          <MenuItem key={r.id} value={i + 1}>
            {i + 1 === plan.runs.length ? proofWords('scan.all', { runs: i + 1 }) : i + 1}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        label={proofWords('scan.sheet')}
        value={sheetName}
        onChange={(e) => setSheetName(e.target.value.slice(0, 12))}
        slotProps={{ inputLabel: { shrink: true } }}
      />
    </div>
  );
}

/** Colour of the flat areas as scanned, beside what was predicted. */
function SeenColours({ read, printed }: { read: ProofAnswer; printed: number }) {
  const { plan, looks } = usePrintDesk('plan', 'looks');
  const rows = read.reading.seenLabD50
    .slice(0, plan.flat!.colours.length)
    .flatMap((seen, label) => (seen && looks ? [{ label, seen, predicted: looks.looks[printed][label] }] : []));
  if (rows.length === 0) return null;
  return (
    <section>
      <h2>{proofWords('scan.colourUncalibrated')}</h2>
      <p className={kit.note}>{proofWords('scan.leftAsPredictedRight')}</p>
      <ul className={kit.watch}>
        {rows.map(({ label, seen, predicted }) => (
          <li key={label} className={clsx(kit.row, kit.gap8, kit.small)}>
            <span className={kit.pair} aria-hidden>
              <i style={{ background: hex(predicted) }} />
              <i style={{ background: hex(seen) }} />
            </span>
            {plan.flat!.colours[label].name}
            <span className={clsx(kit.quiet, kit.num, kit.toEnd)}>
              {proofWords('scan.e', { deltaE2000: deltaE2000(predicted, seen) })}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
