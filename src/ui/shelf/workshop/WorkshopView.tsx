'use client';
import { inWords } from '@/words/failures';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useState, type KeyboardEvent } from 'react';
import type { LengthUnit } from '@/core/units';
import type { ItemKind, StoredItem, WorkshopItem } from '@/model';
import { askRaw } from '@/session';
import { kit } from '@/ui/kit/styles';
import { Brand } from '../../kit/Brand';
import { FileButton } from '../../kit/FileButton';
import { NothingYet } from '../../kit/NothingYet';
import type { WorkshopDesk } from '../../kit/workshopDesk';
import { ItemFigure } from './ItemFigure';
import { ItemSheet } from './ItemSheet';
import { figuresInWords, freshItem, KINDS } from './kinds';
import css from './WorkshopView.module.css';
import { workshopWords } from '@/words/workshop';

interface Props {
  readonly desk: WorkshopDesk;
  readonly unit: LengthUnit;
  readonly setUnit: (unit: LengthUnit) => void;
  readonly tell: (message: string, act?: { readonly words: string; readonly take: () => void }) => void;
}

/** What the workshop has: kinds at the left, the things of one kind drawn to one scale, and all that is known of the chosen one. */
export function WorkshopView(props: Props) {
  const { unit } = props;
  const { kind, setKind, things, chosen, choose, add, save, remove, counts } = useThings(props);
  const many = workshopWords(`many.${kind}`),
    everything = props.desk.items?.map(({ item }) => item) ?? [];
  return (
    <div className={css.shop}>
      <Head {...props} />
      <main className={css.room}>
        <Kinds kind={kind} counts={counts} onKind={setKind} />
        <section className={css.wall} aria-label={many}>
          <div className={clsx(kit.row, kit.between)}>
            <h2>{many}</h2>
            <div className={clsx(kit.row, kit.gap8)}>
              {kind === 'days off' && <FromCalendar {...props} />}
              {kind !== 'palette' && <Button onClick={() => void add()}>{workshopWords(`putIn.${kind}`)}</Button>}
            </div>
          </div>
          <p className={kit.note}>{workshopWords(`use.${kind}`)}</p>
          {things.length === 0 ? (
            <NothingYet
              below
              title={workshopWords('none.title', { things: many.toLowerCase() })}
              says={workshopWords(kind === 'palette' ? 'none.palette' : 'none.says')}
            />
          ) : (
            <Things {...{ things, chosen, unit, everything }} onChoose={choose} />
          )}
        </section>
        <aside className={css.known} aria-label={workshopWords('chosen')}>
          {chosen ? (
            <ItemSheet
              key={chosen.item.id}
              item={chosen.item}
              all={everything}
              unit={unit}
              onSave={(part) => void save(chosen, part)}
              onRemove={() => void remove(chosen)}
            />
          ) : (
            <p className={kit.note}>{workshopWords('nothingChosen')}</p>
          )}
        </aside>
      </main>
    </div>
  );
}

/** The kind and thing looked at, and what is done with it. */
function useThings({ desk, tell }: Props) {
  const [kind, setKind] = useState<ItemKind>('paper');
  const [chosenId, setChosenId] = useState<string>();
  const items = desk.items ?? [];
  const things = items.filter(({ item }) => item.kind === kind);
  const chosen = things.find(({ item }) => item.id === chosenId) ?? things[0];
  const counts = new Map<ItemKind, number>();
  for (const { item } of items) counts.set(item.kind, (counts.get(item.kind) ?? 0) + 1);
  const add = async () => {
    if (kind === 'palette') return;
    const answer = await desk.add(freshItem(kind));
    if (answer.ok) setChosenId(answer.value.item.id);
    else tell(inWords(answer));
  };
  const save = async ({ item }: StoredItem, part: Partial<WorkshopItem>) => {
    const answer = await desk.save(item.id, part);
    if (!answer.ok) tell(inWords(answer));
  };
  const remove = async ({ item }: StoredItem) => {
    const answer = await desk.remove(item.id);
    if (!answer.ok) return tell(inWords(answer));
    const putBack = async () => {
      const back = await desk.putBack(item.id);
      if (!back.ok) return tell(inWords(back));
      setKind(item.kind);
      setChosenId(item.id);
    };
    tell(workshopWords('takenOut', { name: item.name }), {
      words: workshopWords('putBack'),
      take: () => void putBack(),
    });
  };
  return { kind, setKind, things, chosen, choose: setChosenId, counts, add, save, remove };
}

/** Days off of a calendar that is kept elsewhere. */
function FromCalendar({ desk, tell }: Pick<Props, 'desk' | 'tell'>) {
  const take = async (file: File) => {
    const answer = await askRaw<readonly StoredItem[]>('/api/workshop/daysoff', { method: 'POST', body: file });
    tell(answer.ok ? workshopWords('cameFromCalendar', { days: answer.value.length }) : inWords(answer));
    await desk.load();
  };
  return (
    <FileButton label={workshopWords('calendarFile')} accept=".ics,text/calendar" onFile={(file) => void take(file)}>
      {workshopWords('fromCalendar')}
    </FileButton>
  );
}

function Head({ unit, setUnit, desk }: Props) {
  return (
    <header className={clsx(kit.row, kit.between, css.head)}>
      <div className={clsx(kit.row, kit.gap26)}>
        <Brand />
        <h1>{workshopWords('title')}</h1>
        {desk.problem && (
          <span className={kit.madder} role="alert">
            {desk.problem}
          </span>
        )}
      </div>
      <Button onClick={() => setUnit(unit === 'mm' ? 'in' : 'mm')} aria-label={workshopWords('unit', { unit })}>
        {unit}
      </Button>
    </header>
  );
}

interface KindsProps {
  readonly kind: ItemKind;
  readonly counts: ReadonlyMap<ItemKind, number>;
  readonly onKind: (kind: ItemKind) => void;
}

/** The kinds as labels on a shelf's edge; up and down go through them. */
function Kinds({ kind, counts, onKind }: KindsProps) {
  return (
    <nav
      className={css.kinds}
      aria-label={workshopWords('kinds')}
      onKeyDown={(e) => stepThrough(e, 'ArrowUp', 'ArrowDown')}
    >
      {KINDS.map((one) => (
        <button key={one} type="button" className={css.kind} aria-current={one === kind} onClick={() => onKind(one)}>
          <span>{workshopWords(`many.${one}`)}</span>
          <span className={clsx(kit.quiet, kit.num)}>{counts.get(one) ?? 0}</span>
        </button>
      ))}
    </nav>
  );
}

interface ThingsProps {
  /** All that the workshop has. */
  readonly everything: readonly WorkshopItem[];
  readonly things: readonly StoredItem[];
  readonly chosen: StoredItem | undefined;
  readonly unit: LengthUnit;
  readonly onChoose: (id: string) => void;
}

function Things({ things, chosen, unit, everything, onChoose }: ThingsProps) {
  const all = things.map(({ item }) => item);
  return (
    <div className={css.things} onKeyDown={(e) => stepThrough(e, 'ArrowLeft', 'ArrowRight')}>
      {all.map((item) => (
        <button
          key={item.id}
          type="button"
          className={css.thing}
          aria-pressed={item.id === chosen?.item.id}
          onClick={() => onChoose(item.id)}
        >
          <ItemFigure item={item} all={all} />
          <span className={css.name}>{item.name}</span>
          <span className={kit.quiet}>{figuresInWords(item, { unit, all: everything })}</span>
        </button>
      ))}
    </div>
  );
}

/** Two keys go to the button before and after, and press it. */
function stepThrough(e: KeyboardEvent<HTMLElement>, back: string, on: string) {
  const by = e.key === on ? 1 : e.key === back ? -1 : 0;
  if (by === 0) return;
  const buttons = [...e.currentTarget.querySelectorAll('button')];
  const next = buttons[buttons.indexOf(document.activeElement as HTMLButtonElement) + by];
  if (!next) return;
  e.preventDefault();
  next.focus();
  next.click();
}
