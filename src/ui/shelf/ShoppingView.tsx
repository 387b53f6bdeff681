'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import type { ShoppingRow } from '@/model';
import { kit } from '@/ui/kit/styles';
import { useFreshPage } from '@/ui/kit/useFreshPage';
import { amountToBuy, boughtInWords, shoppingWords } from '@/words/shopping';
import { SideHead } from './SideHead';
import side from './SideHead.module.css';

/** What all prints in work still want, what is missing of it first. */
export function ShoppingView({ rows }: { readonly rows: readonly ShoppingRow[] }) {
  useFreshPage();
  return (
    <div className={kit.page}>
      <SideHead title={shoppingWords('title')} />
      <main className={side.room}>
        <p className={kit.note}>{shoppingWords('says')}</p>
        {rows.length === 0 ? (
          <p className={clsx(kit.say, kit.wait)}>{shoppingWords('nothing')}</p>
        ) : (
          <>
            <table className={kit.ruled}>
              <thead>
                <tr>
                  <th>{shoppingWords('head.what')}</th>
                  <td />
                  <th>{shoppingWords('head.wanted')}</th>
                  <th>{shoppingWords('head.stock')}</th>
                  <th>{shoppingWords('head.missing')}</th>
                  <th>{shoppingWords('head.prints')}</th>
                </tr>
              </thead>
              <tbody>
                {rows.map((row) => (
                  <Row key={`${row.what} ${row.name}`} row={row} />
                ))}
              </tbody>
            </table>
            <p className={clsx(kit.row, kit.gap12)}>
              <Button onClick={() => window.print()}>{shoppingWords('print')}</Button>
              <Button href="/api/shopping.csv" download>
                {shoppingWords('csv')}
              </Button>
            </p>
          </>
        )}
      </main>
    </div>
  );
}

function Row({ row: { what, name, amount, stock, missing, prints } }: { readonly row: ShoppingRow }) {
  const said = (of: number) => shoppingWords(`amount.${what}`, { amount: amountToBuy(what, of) });
  return (
    <tr>
      <td className={kit.quiet}>{shoppingWords(`what.${what}`)}</td>
      <td>{boughtInWords({ what, name })}</td>
      <td className={kit.num}>{said(amount)}</td>
      <td className={kit.num}>{stock === null ? shoppingWords('unknown') : said(stock)}</td>
      <td className={clsx(kit.num, missing > 0 && kit.madder)}>
        {missing > 0 ? <strong>{said(missing)}</strong> : shoppingWords('enough')}
      </td>
      <td className={kit.quiet}>{prints.join(' · ')}</td>
    </tr>
  );
}
