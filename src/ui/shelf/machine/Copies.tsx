'use client';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import { useState } from 'react';
import type { CopyShown, KeepingState } from '@/model';
import { kit } from '@/ui/kit/styles';
import { recordedAt } from '@/words/dates';
import { inWords } from '@/words/failures';
import { keepingWords } from '@/words/keeping';
import type { MachineProps } from './MachinePage';
import css from './MachinePage.module.css';

type Props = Pick<MachineProps, 'onCopy' | 'onBeside' | 'onOutside'> & { readonly keeping: KeepingState };

const MB = 1e6,
  GB = 1e9;

/** Copies of the workshop's file: what there is, the way to make another, and what troubles them. */
export function Copies({ keeping, onCopy, onBeside, onOutside }: Props) {
  const { copies, share, disk, problem } = keeping;
  return (
    <section className={css.section} aria-labelledby="copies">
      <h2 id="copies">{keepingWords('copies.title')}</h2>
      {keeping.damaged ? <Damaged copies={copies} /> : problem && <Trouble>{problem}</Trouble>}
      {disk.low && <Trouble>{keepingWords('disk.low', { gb: disk.freeBytes / GB })}</Trouble>}
      <p className={kit.note}>{keepingWords('copies.says')}</p>
      <p className={clsx(kit.row, kit.above8)}>
        <Button onClick={onCopy} disabled={share !== null}>
          {share === null ? keepingWords('copies.now') : keepingWords('copies.making', { share })}
        </Button>
        <span className={clsx(kit.note, css.path)}>{keepingWords('copies.where', { folder: keeping.folder })}</span>
      </p>
      {copies.length === 0 ? (
        <p className={clsx(kit.note, kit.above8)}>{keepingWords('copies.none')}</p>
      ) : (
        <CopyTable copies={copies} onBeside={onBeside} />
      )}
      <Outside key={keeping.outside?.folder ?? ''} outside={keeping.outside} onOutside={onOutside} />
      {!disk.low && (
        <p className={clsx(kit.note, kit.above8)}>
          {keepingWords('disk.free', { gb: disk.freeBytes / GB, mb: keeping.bytes / MB })}
        </p>
      )}
    </section>
  );
}

function Trouble({ children }: { readonly children: string }) {
  return (
    <p className={clsx(kit.say, kit.bad, kit.below10)} role="alert">
      {children}
    </p>
  );
}

function Damaged({ copies: [newest] }: Pick<KeepingState, 'copies'>) {
  return (
    <Trouble>
      {newest ? keepingWords('copies.damaged', { at: recordedAt(newest.at) }) : keepingWords('copies.damagedNone')}
    </Trouble>
  );
}

function CopyTable({ copies, onBeside }: Pick<KeepingState, 'copies'> & Pick<Props, 'onBeside'>) {
  const [put, setPut] = useState<{ readonly name: string; readonly says: string; readonly ok: boolean }>();
  const beside = async (name: string) => {
    const done = await onBeside(name);
    const says = done.ok ? keepingWords('copies.lies', { path: done.value, name }) : inWords(done);
    setPut({ name, says, ok: done.ok });
  };
  return (
    <>
      {put && (
        <p className={clsx(kit.say, put.ok ? kit.good : kit.bad, css.path, kit.above8)} role="status">
          {put.says}
        </p>
      )}
      <div className={clsx(css.scroll, kit.above8)}>
        <table className={css.table} aria-labelledby="copies">
          <thead>
            <tr>
              {(['at', 'whyHead', 'holds'] as const).map((head) => (
                <th key={head} scope="col">
                  {keepingWords(`copies.${head}`)}
                </th>
              ))}
              <td />
            </tr>
          </thead>
          <tbody>
            {copies.map((copy) => (
              <CopyRow key={copy.name} copy={copy} onBeside={() => void beside(copy.name)} />
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}

function CopyRow({ copy, onBeside }: { readonly copy: CopyShown; readonly onBeside: () => void }) {
  const at = recordedAt(copy.at);
  return (
    <tr>
      <td className={kit.num} suppressHydrationWarning>
        {at}
      </td>
      <td>{keepingWords(`copies.why.${copy.why}`)}</td>
      <td className={kit.num}>
        {keepingWords('copies.counts', copy)}
        <br />
        <span className={kit.quiet}>{keepingWords('copies.mb', { mb: copy.bytes / MB })}</span>
      </td>
      <td>
        <Button
          variant="text"
          aria-label={keepingWords('copies.besideNamed', { at })}
          onClick={onBeside}
          suppressHydrationWarning
        >
          {keepingWords('copies.beside')}
        </Button>
        <Button
          variant="text"
          href={`/api/copies/${encodeURIComponent(copy.name)}`}
          download
          aria-label={keepingWords('copies.keepNamed', { at })}
          suppressHydrationWarning
        >
          {keepingWords('copies.keep')}
        </Button>
      </td>
    </tr>
  );
}

function Outside({ outside, onOutside }: Pick<KeepingState, 'outside'> & Pick<Props, 'onOutside'>) {
  const [typed, setTyped] = useState(outside?.folder ?? '');
  const [wrong, setWrong] = useState<string>();
  const name = async (folder: string | null) => {
    const done = await onOutside(folder);
    setWrong(done.ok ? undefined : inWords(done));
  };
  const problem = wrong ?? outside?.problem ?? undefined;
  return (
    <form
      className={clsx(kit.row, kit.above14)}
      onSubmit={(e) => {
        e.preventDefault();
        void name(typed.trim() === '' ? null : typed);
      }}
    >
      <TextField
        className={css.outside}
        label={keepingWords('outside.label')}
        value={typed}
        error={problem !== undefined}
        onChange={(e) => setTyped(e.target.value)}
        slotProps={{ htmlInput: { 'aria-describedby': 'outside-says' } }}
      />
      <Button type="submit" disabled={typed.trim() === (outside?.folder ?? '')}>
        {keepingWords('outside.name')}
      </Button>
      {outside && <Button onClick={() => void name(null)}>{keepingWords('outside.stop')}</Button>}
      <p id="outside-says" className={clsx(kit.note, css.says, problem && kit.madder)} role={problem && 'alert'}>
        {problem ?? (outside ? keepingWords('outside.copies', outside) : keepingWords('outside.says'))}
      </p>
    </form>
  );
}
