'use client';
import clsx from 'clsx';
import { useState } from 'react';
import { kit } from '@/ui/kit/styles';
import { FileButton } from '@/ui/kit/FileButton';
import { blockWords } from '@/words/block';
import { Choice } from '../../kit/Choice';
import { usePrintDesk } from '../../kit/printContext';
import { DrawnDialog, type Brought } from './DrawnDialog';

const PICTURES = 'image/png,image/jpeg,image/webp,image/tiff';

/** The way back of a tracing that was drawn on: which side it is of, and the photograph, scan or drawing. */
export function DrawnOn() {
  const { plan } = usePrintDesk('plan');
  const sides = plan.blocks.flatMap((block) => block.sides.map((side) => ({ block, side })));
  const [sideId, setSideId] = useState(sides[0]?.side.id);
  const [brought, setBrought] = useState<Brought>();
  const chosen = sides.find(({ side }) => side.id === sideId) ?? sides[0];
  if (!plan.flat || !chosen) return null;
  const options = sides.map(
    ({ block, side }) => [side.id, blockWords('transfer.sideOf', { block: block.name, side: side.name })] as const,
  );
  return (
    <div className={kit.above12}>
      <h3>{blockWords('transfer.bringBack')}</h3>
      <p className={clsx(kit.note, kit.around4)}>{blockWords('transfer.bringBackSays')}</p>
      {sides.length > 1 && (
        <Choice
          label={blockWords('transfer.side')}
          value={chosen.side.id}
          options={options}
          onChange={setSideId}
          className={kit.above10}
        />
      )}
      <p className={clsx(kit.row, kit.above10)}>
        <FileButton
          label={blockWords('transfer.photograph')}
          accept={PICTURES}
          onFile={(file) => setBrought({ file, how: 'tracing' })}
        >
          {blockWords('transfer.fromTracing')}
        </FileButton>
        <FileButton
          label={blockWords('transfer.drawing')}
          accept={PICTURES}
          onFile={(file) => setBrought({ file, how: 'drawing' })}
        >
          {blockWords('transfer.fromDrawing')}
        </FileButton>
      </p>
      {brought && <DrawnDialog {...chosen} brought={brought} onClose={() => setBrought(undefined)} />}
    </div>
  );
}
