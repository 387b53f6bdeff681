'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import Link from 'next/link';
import { useState, type CSSProperties, type Dispatch, type SetStateAction } from 'react';
import { type Outcome, formatSize } from '@/core/units';
import type { PrintCard, ShelfPage, ShelfPrint } from '@/model';
import { Brand } from '../kit/Brand';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './Shelf.module.css';
import { NothingYet } from '@/ui/kit/NothingYet';
import { FileButton } from '@/ui/kit/FileButton';

const NEXT_CSS = { '': undefined, press: kit.press, madder: kit.madder, ochre: kit.ochre };

interface Props {
  readonly shelf: ShelfPage;
  readonly message: string | undefined;
  readonly lookUrl: (print: ShelfPrint, run: number) => string;
  readonly pageUrl: (print: Pick<ShelfPrint, 'id'>, view: string) => string;
  readonly bundleUrl: (print: ShelfPrint) => string;
  /** What is stored of a print that cannot be read. */
  readonly bytesUrl: (print: ShelfPrint) => string;
  readonly shelfUrl: (page: number) => string;
  readonly onCreate: (name: string) => Promise<Outcome<unknown>>;
  readonly onCopy: (print: ShelfPrint) => Promise<Outcome<unknown>>;
  readonly onRename: (print: ShelfPrint, name: string) => Promise<Outcome<unknown>>;
  readonly onDelete: (print: ShelfPrint, typedName: string) => Promise<Outcome<unknown>>;
  readonly onRestore: (print: ShelfPrint) => Promise<Outcome<unknown>>;
  readonly onBundle: (file: File) => Promise<Outcome<unknown>>;
}

type Asking = { kind: 'new' } | { kind: 'rename' | 'delete'; print: ShelfPrint };

/** All prints in work, each as its strip of states with what is to be done next. */
export function Shelf(props: Props) {
  const { shelf } = props;
  const [asking, setAsking] = useState<Asking>();
  const [busy, setBusy] = useState(false);
  const { prints: alive, deleted, total } = shelf;
  return (
    <div className={kit.page}>
      <ShelfHead total={total} busy={busy} setBusy={setBusy} props={props} setAsking={setAsking} />
      <main>
        {props.message && (
          <p className={clsx(kit.say, kit.bad, kit.below14)} role="alert">
            {props.message}
          </p>
        )}
        {shelf.drying.length > 0 && <Drying drying={shelf.drying} pageUrl={props.pageUrl} />}
        {total === 0 && (
          <NothingYet
            below
            title="Nothing is in work yet"
            says="Begin a print, bring in a sketch or a photograph, and see it film by film before anything is cut."
          >
            <Button variant="contained" color="primary" onClick={() => setAsking({ kind: 'new' })}>
              New print
            </Button>
          </NothingYet>
        )}
        {alive.map((print) => (
          <ShelfItem key={print.id} print={print} props={props} ask={setAsking} />
        ))}
        {shelf.pages > 1 && <ShelfPages shelf={shelf} shelfUrl={props.shelfUrl} />}
        {deleted.length > 0 && <Deleted deleted={deleted} props={props} />}
      </main>
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

/** What lies on the racks, wherever it stands on the shelf: what is dry first comes first. */
function Drying({ drying, pageUrl }: { drying: ShelfPage['drying']; pageUrl: Props['pageUrl'] }) {
  return (
    <p className={clsx(css.drying, kit.below14)}>
      <strong className={kit.ochre}>Drying</strong>
      {drying.map((print) => (
        <span key={print.id}>
          <Link href={pageUrl(print, 'runs')}>{print.name}</Link>{' '}
          <time dateTime={print.dryAt} className={kit.num} suppressHydrationWarning>
            {hour(print.dryAt)}
          </time>
        </span>
      ))}
    </p>
  );
}

function Deleted({ deleted, props }: { deleted: readonly ShelfPrint[]; props: Props }) {
  return (
    <section className={kit.above34}>
      <h2>Deleted, restorable for 30 days</h2>
      {deleted.map((print) => (
        <p key={print.id} className={clsx(kit.row, kit.above8)}>
          {print.name} <span className={kit.quiet}>deleted {day(print.deletedAt!)}</span>{' '}
          <Button onClick={() => void props.onRestore(print)}>Restore</Button>
        </p>
      ))}
    </section>
  );
}

interface ShelfHeadProps {
  readonly total: number;
  readonly busy: boolean;
  readonly setBusy: Dispatch<SetStateAction<boolean>>;
  readonly props: Props;
  readonly setAsking: Dispatch<SetStateAction<Asking | undefined>>;
}

function ShelfHead({ total, busy, setBusy, props, setAsking }: ShelfHeadProps) {
  return (
    <header className={clsx(kit.row, kit.between, kit.below18)}>
      <div className={clsx(kit.row, kit.gap26)}>
        <h1>
          <Brand />
        </h1>
        <span className={kit.quiet}>
          {total === 0 ? 'an empty shelf' : `${total} print${total === 1 ? '' : 's'} in work`}
        </span>
      </div>
      <div className={kit.row}>
        <Link href="/workshop" className={css.toWorkshop}>
          Workshop
        </Link>
        <FileButton
          label="Bundle file"
          accept=".zip,application/zip"
          disabled={busy}
          onFile={async (file) => {
            setBusy(true);
            await props.onBundle(file);
            setBusy(false);
          }}
        >
          {busy ? 'Opening the bundle …' : 'Open a bundle'}
        </FileButton>
        <Button variant="contained" color="primary" onClick={() => setAsking({ kind: 'new' })}>
          New print
        </Button>
      </div>
    </header>
  );
}

/** Older prints lie further back on the shelf. */
function ShelfPages({ shelf: { page, pages }, shelfUrl }: { shelf: ShelfPage; shelfUrl: Props['shelfUrl'] }) {
  return (
    <nav className={clsx(kit.row, kit.above18, kit.gap18)} aria-label="Pages of the shelf">
      {page > 1 && (
        <Link href={shelfUrl(page - 1)} rel="prev">
          nearer
        </Link>
      )}
      <span className={clsx(kit.quiet, kit.num)}>
        shelf {page} of {pages}
      </span>
      {page < pages && (
        <Link href={shelfUrl(page + 1)} rel="next">
          further back
        </Link>
      )}
    </nav>
  );
}

function ShelfItem({ print, props, ask }: { print: ShelfPrint; props: Props; ask: (asking: Asking) => void }) {
  const { card } = print;
  const page = props.pageUrl(print, card?.next.view ?? 'picture');
  return (
    <article className={css.shelfItem} aria-label={print.name}>
      <div>
        <h2>
          <Link href={page} className={css.name}>
            {print.name}
          </Link>
        </h2>
        <p className={kit.note}>{card ? wordsOf(card) : 'what is stored cannot be read'}</p>
        <p className={clsx(kit.row, kit.above8, kit.gap2)}>
          {card && (
            <Button variant="text" onClick={() => void props.onCopy(print)}>
              copy
            </Button>
          )}
          <Button variant="text" onClick={() => ask({ kind: 'rename', print })}>
            rename
          </Button>
          {card && (
            <Button variant="text" href={props.bundleUrl(print)}>
              bundle
            </Button>
          )}
          <Button variant="text" onClick={() => ask({ kind: 'delete', print })}>
            delete
          </Button>
        </p>
      </div>
      {card ? (
        <CardStrip print={print} card={card} page={page} lookUrl={props.lookUrl} />
      ) : (
        <p className={clsx(kit.say, kit.bad)}>
          This print is damaged. The others are not touched by it.{' '}
          <a href={props.bytesUrl(print)}>Save its bytes as they are</a>
        </p>
      )}
      <div>
        {card && (
          <>
            <p className={clsx(css.next, NEXT_CSS[card.next.colour])}>{card.next.words}</p>
            <p className={kit.note}>{card.next.detail}</p>
            {card.dryAt && <DryAt iso={card.dryAt} />}
          </>
        )}
        <p className={clsx(kit.note, kit.above6)}>last touched {day(print.savedAt)}</p>
      </div>
    </article>
  );
}

/** When the film is dry; nothing once it is. */
function DryAt({ iso }: { iso: string }) {
  return Date.parse(iso) <= Date.now() ? null : (
    <p className={clsx(kit.note, css.dry)} suppressHydrationWarning>
      dry <time dateTime={iso}>{hour(iso)}</time>
    </p>
  );
}

function wordsOf(card: PrintCard): string {
  if (!card.picture) return 'no picture yet';
  const size = formatSize(card.picture.widthMm, card.picture.heightMm, 'mm');
  return `${card.process}, ${card.material} · ${size} · edition of ${card.edition}`;
}

interface CardStripProps {
  readonly print: ShelfPrint;
  readonly card: PrintCard;
  readonly page: string;
  readonly lookUrl: Props['lookUrl'];
}

/** The strip of states: the sheet after each run, those still planned shown paler. */
function CardStrip({ print, card, page, lookUrl }: CardStripProps) {
  const shape = card.picture && { '--shape': `${card.picture.widthMm} / ${card.picture.heightMm}` };
  return (
    <Link href={page} className={css.strip} style={shape as CSSProperties}>
      <span className={kit.visuallyHidden}>
        {print.name}: {card.next.words}.
      </span>
      {card.flat && card.runs.length > 0 ? (
        card.runs.map((run, i) => (
          <figure key={i} className={clsx(run.phase === 'planned' && css.stillPlanned)}>
            <img src={lookUrl(print, i + 1)} alt={`after run ${i + 1}`} loading="lazy" />
            <figcaption>
              {i + 1} {run.inks}
              <br />
              {run.phase === 'done' ? 'printed' : run.phase}
            </figcaption>
          </figure>
        ))
      ) : (
        <figure>
          {card.picture ? (
            <img src={lookUrl(print, 0)} alt="the picture as brought in" loading="lazy" />
          ) : (
            <span className={css.blank} />
          )}
          <figcaption>{card.picture ? 'as brought in' : 'bare'}</figcaption>
        </figure>
      )}
    </Link>
  );
}

const TITLES = { new: 'New print', rename: 'Rename', delete: 'Delete this print?' } as const;

interface NameDialogProps {
  readonly asking: Asking;
  readonly onClose: () => void;
  readonly onDone: (name: string) => Promise<Outcome<unknown>>;
}

function NameDialog({ asking, onClose, onDone }: NameDialogProps) {
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
            <p className={kit.below14}>
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
            className={kit.above8}
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

function hour(iso: string): string {
  return new Date(iso).toLocaleString('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  });
}

function day(iso: string): string {
  return new Date(iso).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  });
}
