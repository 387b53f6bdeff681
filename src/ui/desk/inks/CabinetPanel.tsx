'use client';
import { inWords } from '@/words/failures';
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
import { inksWords } from '@/words/inks';
import { craftWords } from '@/words/craft';
import { mediumInShort } from '@/words/prints';
import { quantity } from '@/words/quantities';

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
          <h1>{inksWords('cabinet.theCabinet')}</h1>
          {toggle}
        </div>
        <div className={kit.row}>
          <Button onClick={() => void add()}>{inksWords('cabinet.putAnInkIn')}</Button>
          <FileButton
            label={inksWords('cabinet.fileOfInksCsv')}
            accept=".csv,.gpl,.txt,.cgats,text/plain,text/csv"
            onFile={(file) => void importFile(file)}
          >
            {inksWords('cabinet.bringInksIn')}
          </FileButton>
          <span className={kit.quiet}>{inksWords('cabinet.csvGplPaletteOr')}</span>
          <a href={cabinet.file('inks.csv')}>{inksWords('cabinet.csv')}</a>
          <a href={cabinet.file('inks.gpl')}>{inksWords('cabinet.gplPalette')}</a>
          <a href={cabinet.file('inks.cgats.txt')}>{inksWords('cabinet.cgats')}</a>
        </div>
        {!inks ? (
          <CabinetOpening />
        ) : inks.length === 0 ? (
          <NothingYet below title={inksWords('cabinet.theCabinetIsEmpty')} says={inksWords('cabinet.putAnInkInBy')} />
        ) : (
          <CabinetTable step={step} chosen={chosen} setChosenId={setChosenId} />
        )}
      </div>
      <aside className={kit.side}>
        {chosen ? (
          <InkSheet key={chosen.id} ink={chosen} onRemove={() => void remove(chosen)} />
        ) : (
          <p className={kit.note}>{inksWords('cabinet.noInkIsChosen')}</p>
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
    tell(answer.ok ? inksWords('cabinet.inksPutIn', { answer: answer.value, file: file.name }) : inWords(answer));
  };
  const add = async () => {
    const answer = await cabinet.add(freshInk(plan.paper.labD50));
    if (answer.ok) setChosenId(answer.value.id);
    else tell(inWords(answer));
  };
  const remove = async (ink: StoredInk) => {
    const answer = await cabinet.remove(ink.id);
    if (!answer.ok) {
      tell(inWords(answer));
      return;
    }
    const putBack = async () => {
      const back = await cabinet.putBack(ink.id);
      if (back.ok) setChosenId(back.value.id);
      else tell(inWords(back));
    };
    tell(inksWords('cabinet.wasTakenOutOf', { ink: ink.name }), {
      words: inksWords('cabinet.putItBack'),
      take: () => void putBack(),
    });
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
      <table className={inksCss.cabinet} aria-label={inksWords('cabinet.inksOfTheWorkshop')}>
        <thead>
          <tr>
            <th scope="col">{inksWords('cabinet.ink')}</th>
            <th scope="col">{inksWords('cabinet.medium')}</th>
            <th scope="col" className={clsx(kit.num, inksCss.figure)}>
              {inksWords('cabinet.hides')}
            </th>
            <th scope="col">{inksWords('cabinet.knownBy')}</th>
            <th scope="col">{inksWords('cabinet.lightFast')}</th>
            <th scope="col" className={clsx(kit.num, inksCss.figure)}>
              {inksWords('cabinet.stock')}
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
              <td className={kit.quiet}>
                {ink.role === 'pigment'
                  ? mediumInShort(ink.mediumId)
                  : inksWords('cabinet.mediumAndUse', {
                      medium: mediumInShort(ink.mediumId),
                      use: craftWords(`pigment.${ink.role}`),
                    })}
              </td>
              <td className={clsx(kit.num, inksCss.figure)}>{hidesInWords(ink.opacity)}</td>
              <td className={kit.quiet}>{knownBy(ink)}</td>
              <td className={clsx(kit.quiet, css.lightFast)}>{ink.lightFast}</td>
              <td className={clsx(kit.num, inksCss.figure, ink.stockG < 20 && kit.madder)}>
                {quantity('grams', ink.stockG)}
                {ink.stockG < 20 ? inksWords('cabinet.low') : ''}
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
  if (ink.drawdowns.at(-1)?.strips.length) return inksWords('cabinet.crossStrip');
  if (ink.drawdowns.some((d) => d.overBlack)) return inksWords('cabinet.twoReadings');
  return typeof ink.opacity === 'string'
    ? inksWords('cabinet.swatchAndAWord')
    : inksWords('cabinet.swatchAndContrastRatio');
}

function freshInk(paperLabD50: CabinetInk['paperLabD50']): Omit<CabinetInk, 'id'> {
  return {
    name: inksWords('cabinet.newInk'),
    mediumId: 'oil relief',
    role: 'pigment',
    colour: { labD50: [55, 20, 20], spectrum: null },
    paperLabD50,
    opacity: CONTRAST_RATIO.half,
    strength: 1,
    stockG: 0,
    lightFast: '',
    drawdowns: [],
    version: 3,
  };
}
