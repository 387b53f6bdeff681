'use client';
import clsx from 'clsx';
import type { ArchiveRead, DeviceRole, DoorState, KeepingState, LetIn, Outcome } from '@/model';
import { kit } from '@/ui/kit/styles';
import { keepingWords } from '@/words/keeping';
import { SideHead } from '../SideHead';
import { ArchivePart } from './ArchivePart';
import { Copies } from './Copies';
import { Devices } from './Devices';
import { TurnedAway } from './TurnedAway';
import css from './MachinePage.module.css';

export interface MachineProps {
  readonly door: DoorState;
  readonly keeping: KeepingState;
  /** What went wrong last, in words. */
  readonly message: string | undefined;
  readonly onLetIn: (role: DeviceRole, devices: number, places: boolean) => Promise<Outcome<LetIn>>;
  readonly onPutOut: (id: string) => void;
  readonly onNetwork: (open: boolean) => void;
  readonly onCopy: () => void;
  /** Answers with the path of the copy beside. */
  readonly onBeside: (name: string) => Promise<Outcome<string>>;
  readonly onOutside: (folder: string | null) => Promise<Outcome<unknown>>;
  readonly onArchive: (file: File, onShare: (share: number) => void) => Promise<Outcome<ArchiveRead>>;
}

/** What only the machine itself may: let devices in and put them out, keep copies of the workshop, take all of it out and in. */
export function MachinePage(props: MachineProps) {
  const { door, keeping, message } = props;
  return (
    <div className={kit.page}>
      <SideHead title={keepingWords('title')} />
      <main className={css.two}>
        {message && (
          <p className={clsx(kit.say, kit.bad, css.message)} role="alert">
            {message}
          </p>
        )}
        <div className={css.column}>
          <Devices {...{ door }} onLetIn={props.onLetIn} onPutOut={props.onPutOut} onNetwork={props.onNetwork} />
          <TurnedAway turnedAway={door.turnedAway} />
        </div>
        <div className={css.column}>
          <Copies {...{ keeping }} onCopy={props.onCopy} onBeside={props.onBeside} onOutside={props.onOutside} />
          <ArchivePart onArchive={props.onArchive} />
        </div>
      </main>
    </div>
  );
}
