'use client';
import { perLanguage } from '@/words/language';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import { SHIM_RANGE_MM, type ShimStock } from '@/core/registration';
import { MAX_SHIMS } from '@/model';
import { LengthField } from '@/ui/kit/fields';
import { FromWorkshop } from '@/ui/kit/FromWorkshop';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { proofWords } from '@/words/proof';

const stockNames = perLanguage(() =>
  (['foil', 'card', 'tissue', 'strip', 'slip'] as const).map((name) => proofWords(`shim.stock.${name}`)),
);

interface StockPieceProps {
  readonly piece: ShimStock;
  readonly onSet: (part: Partial<ShimStock>) => void;
}

function StockPiece({ piece, onSet }: StockPieceProps) {
  const { unit } = usePrintDesk('unit');
  return (
    <div className={clsx(kit.fields, kit.above12)}>
      <TextField
        label={proofWords('shim.name')}
        defaultValue={piece.name}
        key={piece.name}
        slotProps={{ inputLabel: { shrink: true } }}
        onBlur={(e) => {
          const name = e.target.value.trim();
          if (name && name !== piece.name) onSet({ name });
        }}
      />
      <LengthField
        label={proofWords('shim.thickness')}
        valueMm={piece.thicknessMm}
        unit={unit}
        range={SHIM_RANGE_MM}
        onChange={(thicknessMm) => onSet({ thicknessMm })}
      />
    </div>
  );
}

/** The thicknesses at hand. */
export function StockOfShims() {
  const { plan, change } = usePrintDesk('plan', 'change');
  const { stock } = plan.register;
  const set = (next: readonly ShimStock[]) => void change({ kind: 'register-set', part: { stock: next } });
  return (
    <section>
      <h2>{proofWords('shim.stockOfShims')}</h2>
      <FromWorkshop
        kind="shim"
        label={proofWords('shim.shimsOfTheWorkshop')}
        several
        none={proofWords('shim.asTypedBelow')}
        className={kit.above12}
      />
      {stock.map((piece, i) => (
        <StockPiece
          key={i}
          piece={piece}
          onSet={(part) => set(stock.map((s, k) => (k === i ? { ...s, ...part } : s)))}
        />
      ))}
      <div className={clsx(kit.row, kit.above10)}>
        <Button
          disabled={stock.length >= MAX_SHIMS}
          onClick={() =>
            set([
              ...stock,
              {
                name:
                  stockNames().find((n) => !stock.some((s) => s.name === n)) ??
                  proofWords('shim.piece', { number: stock.length + 1 }),
                thicknessMm: 0.05,
              },
            ])
          }
        >
          {proofWords('shim.anotherThickness')}
        </Button>
        {stock.length > 1 && (
          <Button onClick={() => set(stock.slice(0, -1))}>
            {proofWords('shim.without', { stock: stock.at(-1)!.name })}
          </Button>
        )}
      </div>
    </section>
  );
}
