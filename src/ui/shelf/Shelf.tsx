'use client';
import { inWords } from '@/words/failures';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import Link from 'next/link';
import { useState, type CSSProperties, type Dispatch, type SetStateAction } from 'react';
import type { Outcome } from '@/core/units';
import { formatSize } from '@/words/lengths';
import { mayDo, viewFor, type PrintCard, type ShelfPage, type ShelfPrint } from '@/model';
import { Brand } from '../kit/Brand';
import { LanguageSwitch } from '../kit/LanguageSwitch';
import { BundleButton, Doors } from './Doors';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { useMay, useRole } from '@/ui/kit/role';
import css from './Shelf.module.css';
import { NothingYet } from '@/ui/kit/NothingYet';
import { rich } from '@/ui/kit/rich';
import { dayOf, momentOf } from '@/words/dates';
import { nextInWords, printWords } from '@/words/prints';
import { shelfWords } from '@/words/shelf';

const NEXT_CSS = { '': undefined, press: kit.press, madder: kit.madder, ochre: kit.ochre };

interface Props {
  readonly shelf: ShelfPage;
  readonly message: string | undefined;
  /** What troubles the workshop's file, in words. */
  readonly troubles: readonly string[];
  readonly lookUrl: (print: ShelfPrint, run: number) => string;
  readonly pageUrl: (print: Pick<ShelfPrint, 'id'>, view: string) => string;
  readonly bundleUrl: (print: ShelfPrint) => string;
  /** What is stored of a print that cannot be read. */
  readonly bytesUrl: (print: ShelfPrint) => string;
  readonly shelfUrl: (page: number) => string;
  /** Puts a made-up print on the shelf. */
  readonly onSample: () => Promise<Outcome<unknown>>;
  readonly onCopy: (print: ShelfPrint) => Promise<Outcome<unknown>>;
  readonly onRename: (print: ShelfPrint, name: string) => Promise<Outcome<unknown>>;
  readonly onDelete: (print: ShelfPrint, typedName: string) => Promise<Outcome<unknown>>;
  readonly onRestore: (print: ShelfPrint) => Promise<Outcome<unknown>>;
  readonly onBundle: (file: File) => Promise<Outcome<unknown>>;
}

interface Asking {
  readonly kind: 'rename' | 'delete';
  readonly print: ShelfPrint;
}

/** All prints in work, each as its strip of states with what is to be done next. */
export function Shelf(props: Props) {
  const { shelf } = props;
  const [asking, setAsking] = useState<Asking>();
  const [busy, setBusy] = useState(false);
  const { prints: alive, deleted, total } = shelf;
  const may = useMay();
  return (
    <div className={kit.page}>
      <ShelfHead total={total} busy={busy} setBusy={setBusy} props={props} />
      <main>
        {props.troubles.map((trouble) => (
          <p key={trouble} className={clsx(kit.say, kit.bad, kit.below14)} role="alert">
            {trouble}
          </p>
        ))}
        {props.message && (
          <p className={clsx(kit.say, kit.bad, kit.below14)} role="alert">
            {props.message}
          </p>
        )}
        {shelf.drying.length > 0 && <Drying drying={shelf.drying} pageUrl={props.pageUrl} />}
        {total === 0 && (
          <NothingYet below title={shelfWords('empty.title')} says={shelfWords('empty.says')}>
            {may('desk') && <Doors {...{ busy, setBusy }} onSample={props.onSample} onBundle={props.onBundle} />}
          </NothingYet>
        )}
        {alive.map((print) => (
          <ShelfItem key={print.id} print={print} props={props} ask={setAsking} />
        ))}
        {shelf.pages > 1 && <ShelfPages shelf={shelf} shelfUrl={props.shelfUrl} />}
        {deleted.length > 0 && may('desk') && <Deleted deleted={deleted} props={props} />}
        <p className={css.words}>
          <Link href="/glossary">{shelfWords('words')}</Link>
        </p>
      </main>
      {asking && (
        <NameDialog
          asking={asking}
          onClose={() => setAsking(undefined)}
          onDone={(name) =>
            asking.kind === 'rename' ? props.onRename(asking.print, name) : props.onDelete(asking.print, name)
          }
        />
      )}
    </div>
  );
}

/** For whoever has no print yet: a made-up one to walk through. */
/** What lies on the racks, wherever it stands on the shelf: what is dry first comes first. */
function Drying({ drying, pageUrl }: { drying: ShelfPage['drying']; pageUrl: Props['pageUrl'] }) {
  const role = useRole();
  return (
    <p className={clsx(css.drying, kit.below14)}>
      <strong className={kit.ochre}>{shelfWords('drying')}</strong>
      {drying.map((print) => (
        <span key={print.id}>
          <Link href={pageUrl(print, viewFor(role, 'runs'))}>{print.name}</Link>{' '}
          <time dateTime={print.dryAt} className={kit.num} suppressHydrationWarning>
            {momentOf(print.dryAt)}
          </time>
        </span>
      ))}
    </p>
  );
}

function Deleted({ deleted, props }: { deleted: readonly ShelfPrint[]; props: Props }) {
  return (
    <section className={kit.above34}>
      <h2>{shelfWords('deleted.title')}</h2>
      {deleted.map((print) => (
        <p key={print.id} className={clsx(kit.row, kit.above8)}>
          {print.name}{' '}
          <span className={kit.quiet}>{shelfWords('deleted.on', { day: dayOf(print.deletedAt!, true) })}</span>{' '}
          <Button onClick={() => void props.onRestore(print)}>{shelfWords('deleted.restore')}</Button>
        </p>
      ))}
    </section>
  );
}

/** Pages beside the shelf, each for whom it is open. */
const BESIDE = [
  ['/shopping', 'shopping', 'desk'],
  ['/inks', 'inks', 'desk'],
  ['/whereabouts', 'whereabouts', 'desk'],
  ['/days', 'days', 'desk'],
  ['/workshop', 'workshop', 'desk'],
  ['/machine', 'machine', 'machine'],
] as const;

interface ShelfHeadProps {
  readonly total: number;
  readonly busy: boolean;
  readonly setBusy: Dispatch<SetStateAction<boolean>>;
  readonly props: Props;
}

function ShelfHead({ total, busy, setBusy, props }: ShelfHeadProps) {
  const may = useMay();
  return (
    <header className={clsx(kit.row, kit.between, kit.below18)}>
      <div className={clsx(kit.row, kit.gap26)}>
        <h1>
          <Brand />
        </h1>
        <span className={kit.quiet}>{shelfWords('count', { total })}</span>
      </div>
      <div className={kit.row}>
        {BESIDE.filter(([, , least]) => may(least)).map(([href, words]) => (
          <Link key={href} href={href} className={css.toWorkshop}>
            {shelfWords(words)}
          </Link>
        ))}
        <LanguageSwitch className={css.language} />
        {may('desk') && total > 0 && <NewOnes busy={busy} setBusy={setBusy} props={props} />}
      </div>
    </header>
  );
}

/** A print from a bundle, or one begun. */
function NewOnes({ busy, setBusy, props }: Omit<ShelfHeadProps, 'total'>) {
  return (
    <>
      <BundleButton {...{ busy, setBusy }} onBundle={props.onBundle} />
      <Button component={Link} variant="contained" color="primary" href="/new">
        {shelfWords('new')}
      </Button>
    </>
  );
}

/** Older prints lie further back on the shelf. */
function ShelfPages({ shelf: { page, pages }, shelfUrl }: { shelf: ShelfPage; shelfUrl: Props['shelfUrl'] }) {
  return (
    <nav className={clsx(kit.row, kit.above18, kit.gap18)} aria-label={shelfWords('pages.label')}>
      {page > 1 && (
        <Link href={shelfUrl(page - 1)} rel="prev">
          {shelfWords('pages.nearer')}
        </Link>
      )}
      <span className={clsx(kit.quiet, kit.num)}>{shelfWords('pages.page', { page, pages })}</span>
      {page < pages && (
        <Link href={shelfUrl(page + 1)} rel="next">
          {shelfWords('pages.further')}
        </Link>
      )}
    </nav>
  );
}

interface ItemProps {
  readonly print: ShelfPrint;
  readonly props: Props;
  readonly ask: (asking: Asking) => void;
}

function ShelfItem({ print, props, ask }: ItemProps) {
  const { card } = print;
  const role = useRole();
  const page = props.pageUrl(print, viewFor(role, card?.next.view ?? 'picture'));
  return (
    <article className={css.shelfItem} aria-label={print.name}>
      <div>
        <h2>
          <Link href={page} className={css.name}>
            {print.name}
          </Link>
        </h2>
        <p className={kit.note}>{card ? factsOf(card) : shelfWords('print.unreadable')}</p>
        {mayDo(role, 'desk') && <PrintActs print={print} props={props} ask={ask} />}
      </div>
      {card ? (
        <CardStrip print={print} card={card} page={page} lookUrl={props.lookUrl} />
      ) : (
        <p className={clsx(kit.say, kit.bad)}>
          {shelfWords('print.damaged')} <a href={props.bytesUrl(print)}>{shelfWords('print.bytes')}</a>
        </p>
      )}
      <div>
        {card && (
          <>
            <p className={clsx(css.next, NEXT_CSS[card.next.colour])}>{nextInWords(card.next).words}</p>
            <p className={kit.note}>{nextInWords(card.next).detail}</p>
            {card.dryAt && <DryAt iso={card.dryAt} />}
          </>
        )}
        <p className={clsx(kit.note, kit.above6)}>{shelfWords('print.touched', { day: dayOf(print.savedAt, true) })}</p>
      </div>
    </article>
  );
}

/** What can be done with a print as a whole. */
function PrintActs({ print, props, ask }: ItemProps) {
  const { card } = print;
  return (
    <p className={clsx(kit.row, kit.above8, kit.gap2)}>
      {card && (
        <Button variant="text" onClick={() => void props.onCopy(print)}>
          {shelfWords('print.copy')}
        </Button>
      )}
      <Button variant="text" onClick={() => ask({ kind: 'rename', print })}>
        {shelfWords('print.rename')}
      </Button>
      {card && (
        <Button variant="text" href={props.bundleUrl(print)}>
          {shelfWords('print.bundle')}
        </Button>
      )}
      <Button variant="text" onClick={() => ask({ kind: 'delete', print })}>
        {shelfWords('print.delete')}
      </Button>
    </p>
  );
}

/** When the film is dry; nothing once it is. */
function DryAt({ iso }: { iso: string }) {
  return Date.parse(iso) <= Date.now() ? null : (
    <p className={clsx(kit.note, css.dry)} suppressHydrationWarning>
      {rich(shelfWords.rich('dry', { at: momentOf(iso), time: (at) => <time dateTime={iso}>{at}</time> }))}
    </p>
  );
}

function factsOf({ picture, process, materialId, edition }: PrintCard): string {
  if (!picture) return shelfWords('print.noPicture');
  return shelfWords('print.facts', {
    process: printWords(`process.${process}`),
    material: printWords(`material.${materialId}`),
    size: formatSize(picture.widthMm, picture.heightMm, 'mm'),
    edition,
  });
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
        {shelfWords('strip.label', { name: print.name, next: nextInWords(card.next).words })}
      </span>
      {card.flat && card.runs.length > 0 ? (
        card.runs.map((run, i) => (
          <figure key={i} className={clsx(run.phase === 'planned' && css.stillPlanned)}>
            <img src={lookUrl(print, i + 1)} alt={shelfWords('strip.after', { run: i + 1 })} loading="lazy" />
            <figcaption>
              {i + 1} {run.inks}
              <br />
              {shelfWords(`phase.${run.phase}`)}
            </figcaption>
          </figure>
        ))
      ) : (
        <figure>
          {card.picture ? (
            <img src={lookUrl(print, 0)} alt={shelfWords('strip.broughtIn')} loading="lazy" />
          ) : (
            <span className={css.blank} />
          )}
          <figcaption>{shelfWords(card.picture ? 'strip.asBroughtIn' : 'strip.bare')}</figcaption>
        </figure>
      )}
    </Link>
  );
}

const ACTS = { rename: 'ask.doRename', delete: 'ask.doDelete' } as const;

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
    else setError(inWords(done));
  };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void submit();
        }}
      >
        <DialogTitle>{shelfWords(`ask.${asking.kind}`)}</DialogTitle>
        <DialogContent>
          {asking.kind === 'delete' && (
            <p className={kit.below14}>
              {rich(
                shelfWords.rich('ask.deleteSays', {
                  name: asking.print.name,
                  strong: (name) => <strong>{name}</strong>,
                }),
              )}
            </p>
          )}
          <TextField
            autoFocus
            fullWidth
            label={shelfWords('ask.name')}
            value={name}
            onChange={(e) => setName(e.target.value)}
            error={Boolean(error)}
            helperText={error}
            className={kit.above8}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>{shelfWords('ask.leave')}</Button>
          <Button type="submit" variant="contained" color={asking.kind === 'delete' ? 'error' : 'primary'}>
            {shelfWords(ACTS[asking.kind])}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
