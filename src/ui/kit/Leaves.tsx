'use client';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import clsx from 'clsx';
import { useId, type ReactNode } from 'react';
import css from './Leaves.module.css';

interface Props<Id extends string> {
  /** What the leaves are of, for those who do not see them. */
  readonly label: string;
  readonly leaves: readonly (readonly [Id, ReactNode])[];
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
  return (
    <>
      <Tabs
        value={leaf}
        onChange={(_, next: Id) => onLeaf(next)}
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
            aria-controls={children && id === leaf ? `${own}panel` : undefined}
          />
        ))}
      </Tabs>
      {children && (
        <div role="tabpanel" id={`${own}panel`} aria-labelledby={`${own}${leaf}`} className={css.panel}>
          {children}
        </div>
      )}
    </>
  );
}
