'use client';
import { useHotkeys } from 'react-hotkeys-hook';
import { usePrintDesk } from '../kit/printContext';
import { Swatch } from '../kit/Swatch';

export interface PickedIsland { readonly label: number; readonly areaMm2: number; readonly x: number; readonly y: number }

/** One chosen island, and the colours it could be given to. */
export function IslandPanel({ island, onGive, onClose }: { island: PickedIsland; onGive: (label: number) => void; onClose: () => void }) {
  const { colours } = usePrintDesk().state.plan.flat!;
  useHotkeys('1,2,3,4,5,6,7,8,9', (e) => {
    const label = Number(e.key) - 1;
    if (label < colours.length && label !== island.label) onGive(label);
  });
  const area = island.areaMm2 >= 1000 ? `${(island.areaMm2 / 100).toFixed(0)} cm²` : `${island.areaMm2.toFixed(island.areaMm2 < 10 ? 1 : 0)} mm²`;
  return (
    <section className="say" aria-label="Chosen island">
      <div className="row between"><h3>Island of {area}</h3><button type="button" className="link" onClick={onClose}>let go</button></div>
      <p className="note">{colours[island.label].name}. Give it to</p>
      <div className="row" style={{ marginTop: 6, gap: 6 }}>
        {colours.map((c, label) => label !== island.label && (
          <button key={c.id} type="button" className="bare row" style={{ gap: 5, padding: 3 }} onClick={() => onGive(label)} aria-label={`Give the island to ${c.name}`}><Swatch lab={c.wantedLabD50} /><kbd>{label + 1}</kbd></button>
        ))}
      </div>
    </section>
  );
}
