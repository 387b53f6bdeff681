'use client';
import { usePrintDesk } from '../../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { inksWords } from '@/words/inks';

/** Shown while the cabinet is on its way, or says why it is not there. */
export function CabinetOpening() {
  const { cabinet } = usePrintDesk('cabinet');
  if (!cabinet.problem)
    return (
      <p className={kit.note} role="status">
        {inksWords('cabinetOpening.openingTheCabinet')}
      </p>
    );
  return (
    <p className={clsx(kit.say, kit.bad)} role="status">
      {inksWords('cabinetOpening.theCabinetCouldNot', { problem: cabinet.problem })}{' '}
      <button type="button" className={kit.link} onClick={() => void cabinet.load()}>
        {inksWords('cabinetOpening.tryAgain')}
      </button>
    </p>
  );
}
