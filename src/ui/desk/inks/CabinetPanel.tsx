'use client';
import Button from '@mui/material/Button';
import { useState, type KeyboardEvent, type ReactNode, type Dispatch, type SetStateAction } from 'react';
import { CONTRAST_RATIO, type OpacityKnown } from '@/core/inks';
import type { CabinetInk, StoredInk } from '@/model';
import { usePrintDesk } from '../../kit/printContext';
import { Swatch } from '../../kit/Swatch';
import { CabinetOpening } from './CabinetOpening';
import { InkSheet } from './InkSheet';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import inksCss from './inks.module.css';
import css from './CabinetPanel.module.css';
import { NothingYet } from '@/ui/kit/NothingYet';
import { FileButton } from '@/ui/kit/FileButton';

/** The workshop's inks as a table, and the chosen one's sheet beside it. */
export function CabinetPanel({ toggle }: { toggle: ReactNode }) {
  const { cabinet } = usePrintDesk('cabinet');
  const { inks } = cabinet;
  const [chosenId, setChosenId] = useState<string>();
  const chosen = inks?.find((ink) => ink.id === chosenId) ?? inks?.[0];
  const { add, importFile, remove } = useCabinetActs(setChosenId);
  const step = (e: KeyboardEvent) => {
    const by = e.key === 'ArrowDown' ? 1 : e.key === 'ArrowUp' ? -1 : 0;
    if (!by || !inks || !chosen) return;
    e.preventDefault();
    const at = Math.min(inks.length - 1, Math.max(0, inks.indexOf(chosen) + by));
    setChosenId(inks[at].id);
    e.currentTarget.querySelectorAll<HTMLElement>('tbody button')[at]?.focus();
  };
  return (
    <div className={clsx(kit.work, kit.wideSide)}>
      <div className={kit.stage}>
        <div className={clsx(kit.row, kit.between)}>
          <h1>The cabinet</h1>
          {toggle}
        </div>
        <div className={kit.row}>
          <Button onClick={() => void add()}>Put an ink in</Button>
          <FileButton
            label="File of inks: CSV, GPL palette or CGATS"
            accept=".csv,.gpl,.txt,.cgats,text/plain,text/csv"
            onFile={(file) => void importFile(file)}
          >
            Bring inks in
          </FileButton>
          <span className={kit.quiet}>CSV, GPL palette or CGATS · take out as</span>
          <a href={cabinet.file('inks.csv')}>CSV</a>
          <a href={cabinet.file('inks.gpl')}>GPL palette</a>
          <a href={cabinet.file('inks.cgats.txt')}>CGATS</a>
        </div>
        {!inks ? (
          <CabinetOpening />
        ) : inks.length === 0 ? (
          <NothingYet
            below
            title="The cabinet is empty"
            says="Put an ink in by its colour over paper, or bring a file of inks."
          />
        ) : (
          <CabinetTable step={step} chosen={chosen} setChosenId={setChosenId} />
        )}
      </div>
      <aside className={kit.side}>
        {chosen ? (
          <InkSheet key={chosen.id} ink={chosen} onRemove={() => void remove(chosen)} />
        ) : (
          <p className={kit.note}>No ink is chosen.</p>
        )}
      </aside>
    </div>
  );
}

/** What is done with the inks of the cabinet. */
function useCabinetActs(setChosenId: Dispatch<SetStateAction<string | undefined>>) {
  const { cabinet, tell, plan } = usePrintDesk('cabinet', 'tell', 'plan');
  const importFile = async (file: File | undefined) => {
    if (!file) return;
    const answer = await cabinet.importFile(file);
    tell(
      answer.ok
        ? `${answer.value} ink${answer.value === 1 ? '' : 's'} put into the cabinet from ${file.name}.`
        : answer.message,
    );
  };
  const add = async () => {
    const answer = await cabinet.add(freshInk(plan.paper.labD50));
    if (answer.ok) setChosenId(answer.value.id);
    else tell(answer.message);
  };
  const remove = async (ink: StoredInk) => {
    const answer = await cabinet.remove(ink.id);
    if (!answer.ok) {
      tell(answer.message);
      return;
    }
    const putBack = async () => {
      const back = await cabinet.putBack(ink.id);
      if (back.ok) setChosenId(back.value.id);
      else tell(back.message);
    };
    tell(`${ink.name} was taken out of the cabinet.`, { words: 'Put it back', take: () => void putBack() });
  };
  return { add, importFile, remove };
}

interface CabinetTableProps {
  readonly step: (e: KeyboardEvent) => void;
  readonly chosen: StoredInk | undefined;
  readonly setChosenId: Dispatch<SetStateAction<string | undefined>>;
}

/** The inks of the workshop, line by line. */
function CabinetTable({ step, chosen, setChosenId }: CabinetTableProps) {
  const {
    cabinet: { inks },
  } = usePrintDesk('cabinet');
  return (
    <div className={inksCss.pots} onKeyDown={step}>
      <table className={inksCss.cabinet} aria-label="Inks of the workshop">
        <thead>
          <tr>
            <th scope="col">ink</th>
            <th scope="col">medium</th>
            <th scope="col" className={clsx(kit.num, inksCss.figure)}>
              hides
            </th>
            <th scope="col">known by</th>
            <th scope="col">light-fast</th>
            <th scope="col" className={clsx(kit.num, inksCss.figure)}>
              stock
            </th>
          </tr>
        </thead>
        <tbody>
          {inks!.map((ink) => (
            <tr key={ink.id} aria-selected={ink === chosen} onClick={() => setChosenId(ink.id)}>
              <td>
                <button type="button" className={kit.bare} onClick={() => setChosenId(ink.id)}>
                  <Swatch lab={ink.colour.labD50} />
                  &ensp;{ink.name}
                </button>
              </td>
              <td className={kit.quiet}>{ink.role === 'pigment' ? ink.mediumId : `${ink.mediumId}, ${ink.role}`}</td>
              <td className={clsx(kit.num, inksCss.figure)}>{hidesInWords(ink.opacity)}</td>
              <td className={kit.quiet}>{knownBy(ink)}</td>
              <td className={clsx(kit.quiet, css.lightFast)}>{ink.lightFast}</td>
              <td className={clsx(kit.num, inksCss.figure, ink.stockG < 20 && kit.madder)}>
                {ink.stockG.toFixed(0)} g{ink.stockG < 20 ? ', low' : ''}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function hidesInWords(opacity: OpacityKnown): string {
  return typeof opacity === 'string' ? opacity : `${Math.round(100 * opacity)} %`;
}

function knownBy(ink: CabinetInk): string {
  if (ink.drawdowns.some((d) => d.overBlack)) return 'two readings';
  return typeof ink.opacity === 'string' ? 'swatch and a word' : 'swatch and contrast ratio';
}

function freshInk(paperLabD50: CabinetInk['paperLabD50']): Omit<CabinetInk, 'id'> {
  return {
    name: 'new ink',
    mediumId: 'oil relief',
    role: 'pigment',
    colour: { labD50: [55, 20, 20], spectrum: null },
    paperLabD50,
    opacity: CONTRAST_RATIO.half,
    strength: 1,
    stockG: 0,
    lightFast: '',
    drawdowns: [],
    version: 2,
  };
}
