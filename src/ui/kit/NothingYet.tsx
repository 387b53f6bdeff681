import clsx from 'clsx';
import type { HTMLAttributes, ReactNode } from 'react';
import css from './NothingYet.module.css';
import { kit } from './styles';

interface Props extends Omit<HTMLAttributes<HTMLDivElement>, 'title'> {
  readonly title: ReactNode;
  /** Why it is so, in a sentence. */
  readonly says: ReactNode;
  /** Something dragged is held over it. */
  readonly over?: boolean;
  /** Where the view has a heading of its own. */
  readonly below?: boolean;
  /** The next act. */
  readonly children?: ReactNode;
}

/** What stands where there is nothing to show yet: why, and the next act. */
export function NothingYet({ title, says, over, below, children, className, ...rest }: Props) {
  return (
    <div className={clsx(css.nothingYet, over && css.over, className)} {...rest}>
      {below ? <h2>{title}</h2> : <h1>{title}</h1>}
      <p className={clsx(kit.note, kit.measure)}>{says}</p>
      {children}
    </div>
  );
}

/** The same as the whole of a view; `above`: what stands over it. */
export function NothingToShow({ above, children, ...rest }: Props & { readonly above?: ReactNode }) {
  return (
    <div className={clsx(kit.work, kit.single)}>
      <div className={kit.stage}>
        {above}
        <NothingYet {...rest}>{children}</NothingYet>
      </div>
    </div>
  );
}
