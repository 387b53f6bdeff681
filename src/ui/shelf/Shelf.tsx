'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import Link from 'next/link';
import { useRef, useState } from 'react';
import type { Outcome } from '@/core/units';
import { materialById } from '@/core/cutting';
import { formatSize } from '@/core/units';
import { inkNamesOf, progressOf, type PrintSummary } from '@/records';
import { Brand } from '../kit/Brand';
import { nextActOf } from './nextAct';

interface Props {
  readonly prints: readonly PrintSummary[];
  readonly message: string | undefined;
  readonly lookUrl: (print: PrintSummary, run: number) => string;
  readonly pageUrl: (print: PrintSummary, view: string) => string;
  readonly bundleUrl: (print: PrintSummary) => string;
  readonly onCreate: (name: string) => Promise<Outcome<unknown>>;
  readonly onCopy: (print: PrintSummary) => Promise<Outcome<unknown>>;
  readonly onRename: (print: PrintSummary, name: string) => Promise<Outcome<unknown>>;
  readonly onDelete: (print: PrintSummary, typedName: string) => Promise<Outcome<unknown>>;
  readonly onRestore: (print: PrintSummary) => Promise<Outcome<unknown>>;
  readonly onBundle: (file: File) => Promise<Outcome<unknown>>;
}

type Asking = { kind: 'new' } | { kind: 'rename' | 'delete'; print: PrintSummary };

/** All prints in work, each as its strip of states with what is to be done next. */
export function Shelf(props: Props) {
  const { prints } = props;
  const [asking, setAsking] = useState<Asking>();
  const [busy, setBusy] = useState(false);
  const fileInput = useRef<HTMLInputElement>(null);
  const alive = prints.filter((p) => !p.deletedAt),
    deleted = prints.filter((p) => p.deletedAt);
  return (
    <div className="shelf">
      <header className="row between" style={{ marginBottom: 18 }}>
        <div className="row" style={{ gap: 26 }}>
          <h1 style={{ fontSize: 22 }}>
            <Brand />
          </h1>
          <span className="quiet">
            {alive.length === 0 ? 'an empty shelf' : `${alive.length} print${alive.length === 1 ? '' : 's'} in work`}
          </span>
        </div>
        <div className="row">
          <Button onClick={() => fileInput.current?.click()} disabled={busy}>
            {busy ? 'Opening the bundle …' : 'Open a bundle'}
          </Button>
          <input
            ref={fileInput}
            type="file"
            accept=".zip,application/zip"
            hidden
            aria-label="Bundle file"
            onChange={async (e) => {
              const file = e.target.files?.[0];
              e.target.value = '';
              if (!file) return;
              setBusy(true);
              await props.onBundle(file);
              setBusy(false);
            }}
          />
          <Button variant="contained" color="primary" onClick={() => setAsking({ kind: 'new' })}>
            New print
          </Button>
        </div>
      </header>
      {props.message && (
        <p className="say bad" role="alert" style={{ marginBottom: 14 }}>
          {props.message}
        </p>
      )}
      {alive.length === 0 && (
        <div className="drop">
          <h2>Nothing is in work yet</h2>
          <p className="note">
            Begin a print, bring in a sketch or a photograph, and see it film by film before anything is cut.
          </p>
          <Button variant="contained" color="primary" onClick={() => setAsking({ kind: 'new' })}>
            New print
          </Button>
        </div>
      )}
      {alive.map((print) => (
        <ShelfItem key={print.id} print={print} props={props} ask={setAsking} />
      ))}
      {deleted.length > 0 && (
        <section style={{ marginTop: 34 }}>
          <h2>Deleted, restorable for 30 days</h2>
          {deleted.map((print) => (
            <p key={print.id} className="row" style={{ marginTop: 8 }}>
              {print.name} <span className="quiet">deleted {day(print.deletedAt!)}</span>{' '}
              <Button onClick={() => void props.onRestore(print)}>Restore</Button>
            </p>
          ))}
        </section>
      )}
      {asking && (
        <NameDialog
          asking={asking}
          onClose={() => setAsking(undefined)}
          onDone={(name) =>
            asking.kind === 'new'
              ? props.onCreate(name)
              : asking.kind === 'rename'
                ? props.onRename(asking.print, name)
                : props.onDelete(asking.print, name)
          }
        />
      )}
    </div>
  );
}

function ShelfItem({ print, props, ask }: { print: PrintSummary; props: Props; ask: (asking: Asking) => void }) {
  const { plan } = print;
  const progress = progressOf(plan, print.events);
  const next = nextActOf(plan, progress);
  const shape = plan.picture ? `${plan.picture.widthMm} / ${plan.picture.heightMm}` : '4 / 3';
  return (
    <article className="shelf-item" aria-label={print.name}>
      <div>
        <h2>
          <Link href={props.pageUrl(print, next.view)} style={{ textDecoration: 'none' }}>
            {print.name}
          </Link>
        </h2>
        <p className="note">
          {plan.picture
            ? `${plan.way.process}, ${materialById(plan.blocks[0].materialId).short} · ${formatSize(plan.picture.widthMm, plan.picture.heightMm, 'mm')} · edition of ${plan.sheets.edition}`
            : 'no picture yet'}
        </p>
        <p className="row" style={{ marginTop: 8, gap: 2 }}>
          <Button variant="text" onClick={() => void props.onCopy(print)}>
            copy
          </Button>
          <Button variant="text" onClick={() => ask({ kind: 'rename', print })}>
            rename
          </Button>
          <Button variant="text" href={props.bundleUrl(print)}>
            bundle
          </Button>
          <Button variant="text" onClick={() => ask({ kind: 'delete', print })}>
            delete
          </Button>
        </p>
      </div>
      <Link
        href={props.pageUrl(print, next.view)}
        className="strip"
        style={{ '--shape': shape } as never}
        aria-label={`${print.name}: ${next.words}`}
      >
        {plan.flat && plan.runs.length > 0 ? (
          plan.runs.map((run, i) => (
            <figure key={run.id} className={progress.runs[i].phase === 'planned' ? 'dim' : undefined}>
              <img src={props.lookUrl(print, i + 1)} alt={`after run ${i + 1}`} loading="lazy" />
              <figcaption>
                {i + 1} {inkNamesOf(plan, run)}
                <br />
                {progress.runs[i].phase === 'done' ? 'printed' : progress.runs[i].phase}
              </figcaption>
            </figure>
          ))
        ) : (
          <figure>
            {plan.picture ? (
              <img src={props.lookUrl(print, 0)} alt="the picture as brought in" loading="lazy" />
            ) : (
              <span className="blank" />
            )}
            <figcaption>{plan.picture ? 'as brought in' : 'bare'}</figcaption>
          </figure>
        )}
      </Link>
      <div>
        <p style={{ font: '600 15px var(--head)' }} className={next.colour}>
          {next.words}
        </p>
        <p className="note">{next.detail}</p>
        <p className="note" style={{ marginTop: 6 }}>
          last touched {day(print.savedAt)}
        </p>
      </div>
    </article>
  );
}

const TITLES = { new: 'New print', rename: 'Rename', delete: 'Delete this print?' } as const;

function NameDialog({
  asking,
  onClose,
  onDone,
}: {
  asking: Asking;
  onClose: () => void;
  onDone: (name: string) => Promise<Outcome<unknown>>;
}) {
  const [name, setName] = useState(asking.kind === 'rename' ? asking.print.name : '');
  const [error, setError] = useState<string>();
  const submit = async () => {
    const done = await onDone(name);
    if (done.ok) onClose();
    else setError(done.message);
  };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void submit();
        }}
      >
        <DialogTitle>{TITLES[asking.kind]}</DialogTitle>
        <DialogContent>
          {asking.kind === 'delete' && (
            <p style={{ marginBottom: 14 }}>
              It goes with its plan and its bench log, and can be restored for 30 days. To delete it, type its name:{' '}
              <strong>{asking.print.name}</strong>
            </p>
          )}
          <TextField
            autoFocus
            fullWidth
            label="Name"
            value={name}
            onChange={(e) => setName(e.target.value)}
            error={Boolean(error)}
            helperText={error}
            sx={{ mt: 1 }}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" variant="contained" color={asking.kind === 'delete' ? 'error' : 'primary'}>
            {asking.kind === 'new' ? 'Begin' : asking.kind === 'rename' ? 'Rename' : 'Delete'}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

function day(iso: string): string {
  return new Date(iso).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  });
}
