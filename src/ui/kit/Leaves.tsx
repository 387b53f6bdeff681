'use client';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import clsx from 'clsx';
import { memo, useCallback, useId, useRef, type ReactNode } from 'react';
import css from './Leaves.module.css';

type Leaf = readonly [id: string, name: string];

interface Props<Id extends string> {
  /** What the leaves are of, for those who do not see them. */
  readonly label: string;
  readonly leaves: readonly (readonly [Id, string])[];
  readonly leaf: Id;
  readonly onLeaf: (leaf: Id) => void;
  /** Many leaves beside a picture: set closer. */
  readonly tight?: boolean;
  /** What the chosen leaf shows. Without it the leaves choose what stands elsewhere. */
  readonly children?: ReactNode;
}

/** Leaves turned one at a time: by mouse, by arrow keys, Home and End. */
export function Leaves<Id extends string>({ label, leaves, leaf, onLeaf, tight, children }: Props<Id>) {
  const own = useId();
  const turned = useRef(onLeaf);
  turned.current = onLeaf;
  const onTurn = useCallback((next: string) => turned.current(next as Id), []);
  return (
    <>
      <Heads {...{ own, label, leaves, leaf, onTurn, tight }} panel={Boolean(children)} />
      {children && (
        <div role="tabpanel" id={`${own}panel`} aria-labelledby={`${own}${leaf}`} className={css.panel}>
          {children}
        </div>
      )}
    </>
  );
}

interface HeadsProps {
  readonly own: string;
  readonly label: string;
  readonly leaves: readonly Leaf[];
  readonly leaf: string;
  readonly onTurn: (leaf: string) => void;
  readonly tight: boolean | undefined;
  readonly panel: boolean;
}

const sameHeads = (a: HeadsProps, b: HeadsProps) =>
  a.leaf === b.leaf &&
  a.panel === b.panel &&
  a.leaves.length === b.leaves.length &&
  a.leaves.every(([id, name], i) => id === b.leaves[i][0] && name === b.leaves[i][1]);

/** The names of the leaves. The library measures them whenever they are drawn, so they are drawn only when they change. */
const Heads = memo(function Heads({ own, label, leaves, leaf, onTurn, tight, panel }: HeadsProps) {
  return (
    <Tabs
      value={leaf}
      onChange={(_, next: string) => onTurn(next)}
      aria-label={label}
      selectionFollowsFocus
      className={clsx(css.leaves, tight && css.tight)}
    >
      {leaves.map(([id, name]) => (
        <Tab
          key={id}
          value={id}
          label={name}
          disableRipple
          id={`${own}${id}`}
          aria-controls={panel && id === leaf ? `${own}panel` : undefined}
        />
      ))}
    </Tabs>
  );
}, sameHeads);
