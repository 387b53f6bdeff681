'use client';
import { usePrintDesk } from '../../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { inksWords } from '@/words/inks';

/** Shown while the cabinet is on its way, or says why it is not there. */
export function CabinetOpening({ films }: { films?: { readonly problem: string | undefined; again: () => void } }) {
  const { cabinet } = usePrintDesk('cabinet');
  const problem = cabinet.problem ?? films?.problem;
  if (!problem)
    return (
      <p className={kit.note} role="status">
        {inksWords('cabinetOpening.openingTheCabinet')}
      </p>
    );
  return (
    <p className={clsx(kit.say, kit.bad)} role="status">
      {inksWords('cabinetOpening.theCabinetCouldNot', { problem })}{' '}
      <button
        type="button"
        className={kit.link}
        onClick={() => (cabinet.problem ? void cabinet.load() : films?.again())}
      >
        {inksWords('cabinetOpening.tryAgain')}
      </button>
    </p>
  );
}
