'use client';
import { usePrintDesk } from '../../kit/printContext';

/** Shown while the cabinet is on its way, or says why it is not there. */
export function CabinetOpening() {
  const { cabinet } = usePrintDesk();
  if (!cabinet.problem)
    return (
      <p className="note" role="status">
        opening the cabinet …
      </p>
    );
  return (
    <p className="say bad" role="status">
      The cabinet could not be opened: {cabinet.problem}{' '}
      <button type="button" className="link" onClick={() => void cabinet.load()}>
        Try again
      </button>
    </p>
  );
}
