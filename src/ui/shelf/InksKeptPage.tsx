'use client';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { CellContext, ColumnDef } from '@tanstack/react-table';
import clsx from 'clsx';
import Link from 'next/link';
import { createContext, useContext, useMemo, useState } from 'react';
import { colourOfText, hexFromLabD50, type Lab } from '@/core/colour';
import { nearestInks, type KeptInk } from '@/derived';
import type { ItemOf } from '@/model';
import { lookUrl } from '@/ui/kit/lookUrl';
import { Pick } from '@/ui/kit/Pick';
import { kit } from '@/ui/kit/styles';
import { Swatch } from '@/ui/kit/Swatch';
import { useFreshPage } from '@/ui/kit/useFreshPage';
import { Sought, VirtualTable } from '@/ui/kit/VirtualTable';
import { dayOf } from '@/words/dates';
import { keptWords } from '@/words/kept';
import { listOf } from '@/words/phrases';
import { mediumInWords } from '@/words/prints';
import { SideHead } from './SideHead';
import side from './SideHead.module.css';
import css from './InksKeptPage.module.css';

/** An ink kept, with the picture of its print. */
type Kept = KeptInk & { readonly runCount: number; readonly as: string };
type Row = Kept & { readonly deltaE: number | undefined };

interface Props {
  readonly inks: readonly Kept[];
  readonly palettes: readonly { readonly palette: ItemOf<'palette'>; readonly prints: readonly string[] }[];
}

/** Files of inks; a palette has no table of recipes. */
const FORMS = [
  ['csv', 'all.csv'],
  ['gpl', 'all.gpl'],
  ['cgats', 'all.cgats.txt'],
] as const;
const ROW_PX = 58;
const ANY = 'any';
const Seek = createContext<(ink: KeptInk) => void>(() => undefined);

/** Recipes and pots of all prints: sought by words, by medium, and by how near they come to a colour. */
export function InksKeptPage({ inks, palettes }: Props) {
  useFreshPage();
  return (
    <div className={clsx(kit.page, side.page)}>
      <SideHead title={keptWords('title')} />
      <main className={side.two}>
        {inks.length === 0 ? <p className={clsx(kit.say, kit.wait)}>{keptWords('empty')}</p> : <Inks inks={inks} />}
        <aside className={css.side}>
          <Palettes palettes={palettes} />
          {inks.length > 0 && <TakeOut />}
        </aside>
      </main>
    </div>
  );
}

function Inks({ inks }: Pick<Props, 'inks'>) {
  const [sought, setSought] = useState('');
  const [typed, setTyped] = useState('');
  const [medium, setMedium] = useState<string>(ANY);
  const near = colourOfText(typed);
  const key = near?.join(' ');
  const rows = useMemo((): readonly Row[] => {
    const ofMedium = inks.filter(({ mediumId }) => medium === ANY || mediumId === medium);
    const to = key === undefined ? undefined : (key.split(' ').map(Number) as unknown as Lab);
    return to
      ? nearestInks(ofMedium, to).map(({ ink, deltaE }) => ({ ...ink, deltaE }))
      : ofMedium.map((ink) => ({ ...ink, deltaE: undefined }));
  }, [inks, medium, key]);
  const columns = useMemo(() => columnsFor(key !== undefined), [key]);
  return (
    <div className={side.list}>
      <div className={css.asked}>
        <Sought value={sought} onChange={setSought} />
        <Near typed={typed} near={near} onTyped={setTyped} />
        <Mediums inks={inks} medium={medium} onMedium={setMedium} />
      </div>
      <Seek value={({ labD50 }) => setTyped(labD50.map((v) => Math.round(10 * v) / 10).join(' '))}>
        <VirtualTable
          label={keptWords('title')}
          keyOf={({ printId, inkId, potId }) => `${printId} ${inkId} ${potId ?? ''}`}
          rowPx={ROW_PX}
          none={keptWords('none')}
          {...{ rows, columns, sought }}
        />
      </Seek>
    </div>
  );
}

/** An example of a screen colour. */
const EXAMPLE = hexFromLabD50([60, 10, 30]);

interface NearProps {
  readonly typed: string;
  readonly near: Lab | undefined;
  readonly onTyped: (text: string) => void;
}

function Near({ typed, near, onTyped }: NearProps) {
  const wrong = typed.trim() !== '' && !near;
  return (
    <div>
      <div className={css.near}>
        <TextField
          label={keptWords('near')}
          value={typed}
          placeholder={keptWords('noColour')}
          error={wrong}
          onChange={(e) => onTyped(e.target.value.slice(0, 40))}
          onKeyDown={(e) => e.key === 'Escape' && onTyped('')}
          slotProps={{ inputLabel: { shrink: true }, htmlInput: { 'aria-describedby': 'near-says' } }}
        />
        <span className={clsx(kit.swatch, css.dab)} style={{ background: near && hexFromLabD50(near) }} aria-hidden />
      </div>
      <p id="near-says" className={clsx(kit.note, css.says, wrong && kit.madder)} role={wrong ? 'alert' : undefined}>
        {wrong ? keptWords('notRead', { text: typed.trim() }) : keptWords('nearSays', { example: EXAMPLE })}
      </p>
    </div>
  );
}

interface MediumsProps extends Pick<Props, 'inks'> {
  readonly medium: string;
  readonly onMedium: (medium: string) => void;
}

function Mediums({ inks, medium, onMedium }: MediumsProps) {
  const there = [...new Set(inks.map(({ mediumId }) => mediumId))];
  return (
    <span className={css.medium}>
      {keptWords('medium')}
      <Pick
        label={keptWords('medium')}
        value={medium}
        options={[[ANY, keptWords('anyMedium')], ...there.map((id) => [id, mediumInWords(id)] as const)]}
        onChange={onMedium}
      />
    </span>
  );
}

type Cell = CellContext<Row, unknown>;

function columnsFor(near: boolean): ColumnDef<Row>[] {
  return [
    {
      id: 'ink',
      header: keptWords('ink'),
      accessorFn: ({ name, mediumId }) => `${name} ${mediumInWords(mediumId)}`,
      cell: InkCell,
    },
    ...(near
      ? [
          {
            id: 'off',
            header: keptWords('off'),
            accessorFn: ({ deltaE }: Row) => deltaE ?? 0,
            enableGlobalFilter: false,
            cell: ({ row: { original } }: Cell) => (
              <b className={kit.num}>{keptWords('offBy', { deltaE: original.deltaE ?? 0 })}</b>
            ),
          },
        ]
      : []),
    { id: 'print', header: keptWords('print'), accessorKey: 'printName', cell: PrintCell },
    { id: 'recipe', header: keptWords('recipe'), accessorFn: recipeInWords, cell: RecipeCell, enableSorting: false },
    {
      id: 'left',
      header: keptWords('left'),
      accessorKey: 'leftG',
      enableGlobalFilter: false,
      cell: ({ row: { original } }) => (
        <span className={kit.num}>{original.leftG > 0 && keptWords('leftG', { grams: original.leftG })}</span>
      ),
    },
    {
      id: 'light',
      header: keptWords('lightFast'),
      accessorFn: ({ lightFast }) =>
        lightFast.map((one) => keptWords('says', { ink: one.name, says: one.says })).join('; '),
      cell: ({ getValue }) => (
        <span className={css.wraps} title={getValue() as string}>
          {getValue() as string}
        </span>
      ),
      enableSorting: false,
    },
    {
      id: 'when',
      header: keptWords('when'),
      accessorFn: ({ at }) => at ?? '',
      enableGlobalFilter: false,
      cell: ({ row: { original } }) => (
        <span className={kit.num}>{original.at === null ? keptWords('planned') : dayOf(original.at, true)}</span>
      ),
    },
  ];
}

/** The ink's colour is a key: what is near it is sought. */
function InkCell({ row: { original } }: Cell) {
  const seek = useContext(Seek);
  return (
    <span className={css.ink}>
      <button
        type="button"
        className={css.colour}
        style={{ background: hexFromLabD50(original.labD50) }}
        aria-label={keptWords('seek', { ink: original.name })}
        title={keptWords(`knownBy.${original.known}`)}
        onClick={() => seek(original)}
      />
      <span>
        <b>{original.name}</b>
        <br />
        <span className={kit.quiet}>{mediumInWords(original.mediumId)}</span>
      </span>
    </span>
  );
}

function PrintCell({ row: { original } }: Cell) {
  const { printId, printName, runs, runCount, as } = original;
  return (
    <span className={css.ink}>
      {runCount > 0 ? (
        <img src={lookUrl(printId, runCount, as)} alt="" className={css.thumb} loading="lazy" />
      ) : (
        <i className={css.thumb} />
      )}
      <span>
        <Link href={`/print/${printId}/inks`}>{printName}</Link>
        <br />
        <span className={kit.quiet}>{keptWords('runs', { runs: runs.length, which: listOf(runs.map(String)) })}</span>
      </span>
    </span>
  );
}

function recipeInWords({ parts }: KeptInk): string {
  return parts.map(({ name, share }) => keptWords('part', { ink: name, share: 100 * share })).join(', ');
}

function RecipeCell({ row: { original } }: Cell) {
  const added = (['softener', 'grease', 'drier'] as const).filter((what) => original.added[what] > 0);
  return (
    <span className={clsx(css.wraps, css.recipe)} title={recipeInWords(original)}>
      {recipeInWords(original)}
      {added.length > 0 && (
        <span className={kit.quiet}>
          {' '}
          ·{' '}
          {keptWords('addedTo', {
            what: listOf(added.map((what) => keptWords(`added.${what}`, { grams: original.added[what] }))),
          })}
        </span>
      )}
    </span>
  );
}

/** All inks kept as files. */
function TakeOut() {
  return (
    <section className={css.out}>
      <h2>{keptWords('out')}</h2>
      <p className={clsx(kit.row, kit.above8)}>
        {FORMS.map(([form, file]) => (
          <Button key={form} href={`/api/recipes/${file}`} download>
            {keptWords(form)}
          </Button>
        ))}
      </p>
    </section>
  );
}

/** Inks that the prints of a series share. */
function Palettes({ palettes }: Pick<Props, 'palettes'>) {
  return (
    <section aria-label={keptWords('palettes.title')}>
      <h2>{keptWords('palettes.title')}</h2>
      {palettes.length === 0 && <p className={clsx(kit.note, kit.above8)}>{keptWords('palettes.none')}</p>}
      {palettes.map(({ palette, prints }) => (
        <div key={palette.id} className={css.palette}>
          <h3>{palette.name}</h3>
          <ul className={css.dabs}>
            {palette.inks.map((ink, i) => (
              <li key={i}>
                <Swatch lab={ink.solidLabD50} /> {ink.name}
              </li>
            ))}
          </ul>
          <p className={kit.note}>
            {keptWords('palettes.prints', { prints: prints.length, names: listOf([...prints]) })}
          </p>
          <p className={kit.row}>
            {FORMS.slice(1).map(([form, file]) => (
              <Button key={form} href={`/api/recipes/${file}?palette=${encodeURIComponent(palette.id)}`} download>
                {keptWords(form)}
              </Button>
            ))}
          </p>
        </div>
      ))}
    </section>
  );
}
