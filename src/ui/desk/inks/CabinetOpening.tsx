'use client';
import { usePrintDesk } from '../../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';

/** Shown while the cabinet is on its way, or says why it is not there. */
export function CabinetOpening() {
  const { cabinet } = usePrintDesk('cabinet');
  if (!cabinet.problem)
    return (
      <p className={kit.note} role="status">
        opening the cabinet …
      </p>
    );
  return (
    <p className={clsx(kit.say, kit.bad)} role="status">
      The cabinet could not be opened: {cabinet.problem}{' '}
      <button type="button" className={kit.link} onClick={() => void cabinet.load()}>
        Try again
      </button>
    </p>
  );
}
