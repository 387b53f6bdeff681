'use client';
import { perLanguage } from '@/words/language';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Checkbox from '@mui/material/Checkbox';
import clsx from 'clsx';
import { useState } from 'react';
import { DEVICE_ROLES, DEVICES_BY_ONE_CODE, type DeviceRole, type DoorState, type LetIn } from '@/model';
import { Choice } from '@/ui/kit/Choice';
import { CountField } from '@/ui/kit/fields';
import { kit } from '@/ui/kit/styles';
import { goToUnread } from '@/ui/kit/unread';
import { recordedAt } from '@/words/dates';
import { inWords } from '@/words/failures';
import { keepingWords } from '@/words/keeping';
import { listOf } from '@/words/phrases';
import { LetInCard } from './LetInCard';
import type { MachineProps } from './MachinePage';
import css from './MachinePage.module.css';

type Props = Pick<MachineProps, 'onLetIn' | 'onPutOut' | 'onNetwork'> & { readonly door: DoorState };

/** Devices that are let in, and the way to let in another. */
export function Devices({ door, onLetIn, onPutOut, onNetwork }: Props) {
  return (
    <section className={css.section} aria-labelledby="devices">
      <h2 id="devices">{keepingWords('devices.title')}</h2>
      <LettingIn devices={door.devices} onLetIn={onLetIn} />
      {door.devices.length === 0 ? (
        <p className={clsx(kit.note, kit.around10)}>{keepingWords('devices.none')}</p>
      ) : (
        <DeviceTable devices={door.devices} onPutOut={onPutOut} />
      )}
      <Network network={door.network} hasDevices={door.devices.length > 0} onNetwork={onNetwork} />
    </section>
  );
}

const roles = perLanguage(() => DEVICE_ROLES.map((role) => [role, keepingWords(`devices.role.${role}`)] as const));

interface LettingInProps extends Pick<Props, 'onLetIn'> {
  readonly devices: DoorState['devices'];
}

function LettingIn({ devices: there, onLetIn }: LettingInProps) {
  const [role, setRole] = useState<DeviceRole>('bench');
  const [devices, setDevices] = useState(1);
  const [places, setPlaces] = useState(true);
  const [busy, setBusy] = useState(false);
  const [shown, setShown] = useState<LetIn>();
  const [before, setBefore] = useState<ReadonlySet<string>>(new Set());
  const [wrong, setWrong] = useState<string>();
  const show = async () => {
    setBusy(true);
    setBefore(new Set(there.map(({ id }) => id)));
    const made = await onLetIn(role, devices, devices > 1 && places);
    setBusy(false);
    setWrong(made.ok ? undefined : inWords(made));
    setShown(made.ok ? made.value : undefined);
  };
  const came = there.filter(({ id }) => !before.has(id)).map(({ name }) => name);
  if (shown) return <LetInCard key={shown.code} {...{ shown, came }} onDone={() => setShown(undefined)} />;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        if (!goToUnread(e.currentTarget)) void show();
      }}
    >
      <div className={css.ask}>
        <Choice label={keepingWords('devices.roleHead')} value={role} options={roles()} onChange={setRole} />
        <CountField
          label={keepingWords('devices.how')}
          value={devices}
          range={DEVICES_BY_ONE_CODE}
          onChange={setDevices}
        />
        <Button type="submit" variant="contained" color="primary" disabled={busy}>
          {keepingWords(busy ? 'devices.showing' : 'devices.letIn')}
        </Button>
      </div>
      <p className={clsx(kit.note, kit.above6)}>{keepingWords(`devices.means.${role}`)}</p>
      {devices > 1 && (
        <FormControlLabel
          control={<Checkbox checked={places} onChange={(_, on) => setPlaces(on)} size="small" />}
          label={keepingWords('devices.places')}
        />
      )}
      {wrong && (
        <p className={clsx(kit.say, kit.bad, kit.above8)} role="alert">
          {wrong}
        </p>
      )}
    </form>
  );
}

function DeviceTable({ devices, onPutOut }: { devices: DoorState['devices']; onPutOut: Props['onPutOut'] }) {
  const seated = devices.some(({ place }) => place !== null);
  return (
    <div className={clsx(css.scroll, kit.above12)}>
      <table className={css.table} aria-labelledby="devices">
        <thead>
          <tr>
            <th scope="col">{keepingWords('devices.name')}</th>
            <th scope="col">{keepingWords('devices.roleHead')}</th>
            {seated && <th scope="col">{keepingWords('devices.place')}</th>}
            <th scope="col">{keepingWords('devices.seen')}</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {devices.map(({ id, name, role, place, letInAt, seenAt }) => (
            <tr key={id}>
              <td>
                <b>{name}</b>
              </td>
              <td>{keepingWords(`devices.role.${role}`)}</td>
              {seated && <td className={kit.num}>{place}</td>}
              <td
                className={kit.num}
                title={`${keepingWords('devices.since')} ${recordedAt(letInAt)}`}
                suppressHydrationWarning
              >
                {recordedAt(seenAt)}
              </td>
              <td>
                <Button
                  color="error"
                  variant="text"
                  aria-label={keepingWords('devices.putOutNamed', { name })}
                  onClick={() => onPutOut(id)}
                >
                  {keepingWords('devices.putOut')}
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface NetworkProps extends Pick<Props, 'onNetwork'> {
  readonly network: DoorState['network'];
  readonly hasDevices: boolean;
}

function Network({ network, hasDevices, onNetwork }: NetworkProps) {
  const { open, addresses, secure } = network;
  return (
    <div className={kit.above12}>
      <p className={kit.row}>
        <span>
          {open
            ? keepingWords(addresses.length > 0 ? 'network.open' : 'network.nobody', {
                addresses: listOf([...addresses]),
              })
            : keepingWords('network.shut')}
        </span>
        {(open || hasDevices) && (
          <Button onClick={() => onNetwork(!open)}>{keepingWords(open ? 'network.shutIt' : 'network.openIt')}</Button>
        )}
      </p>
      {open && (
        <p className={clsx(kit.note, kit.above6)}>{keepingWords(secure ? 'network.secure' : 'network.plain')}</p>
      )}
    </div>
  );
}
