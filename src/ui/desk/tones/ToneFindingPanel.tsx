'use client';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import clsx from 'clsx';
import { useState } from 'react';
import { hexFromLabD50 } from '@/core/colour';
import { FIRST_TONES, TONE_GROUPS, type ToneGroup } from '@/core/picture/settings';
import { Choice } from '@/ui/kit/Choice';
import { kit } from '@/ui/kit/styles';
import { Swatch } from '@/ui/kit/Swatch';
import { toneWords } from '@/words/tones';
import { Dial } from '../Dial';
import type { ToneFinding } from './usePointing';

const SIDES = { none: undefined, left: 0, below: 90, right: 180, above: 270 } as const;
type Side = keyof typeof SIDES;
const SIDE_NAMES = Object.keys(SIDES) as readonly Side[];
const FIRST_STRENGTH = 0.5;

/** How the tones are found: put together by what, in what light, and around which colours. */
export function ToneFindingPanel({ finding }: { finding: ToneFinding }) {
  const [open, setOpen] = useState(finding.tones !== FIRST_TONES);
  return (
    <details className={kit.above10} open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>{toneWords('finding.heading')}</summary>
      {open && <ToneSettingsOf finding={finding} />}
    </details>
  );
}

/** The settings, while they are open. */
function ToneSettingsOf({ finding }: { finding: ToneFinding }) {
  const { tones, change, pointing, setPointing } = finding;
  return (
    <>
      <p className={clsx(kit.quiet, kit.above8)}>{toneWords('finding.groupBy')}</p>
      <ToggleButtonGroup
        exclusive
        size="small"
        className={clsx(kit.above4, kit.evenly)}
        value={tones.groupBy}
        onChange={(_, groupBy: ToneGroup | null) => groupBy && change({ groupBy })}
        aria-label={toneWords('finding.groupBy')}
      >
        {TONE_GROUPS.map((group) => (
          <ToggleButton key={group} value={group} className={kit.slim}>
            {toneWords(`finding.${group}`)}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <SideLight finding={finding} />
      {pointing?.for === 'colour' ? (
        <div className={clsx(kit.said, kit.above8)}>
          <span className={kit.note} role="status">
            {toneWords('finding.takeNow')}
          </span>
          <Button size="small" onClick={() => setPointing(undefined)}>
            {toneWords('finding.letGo')}
          </Button>
        </div>
      ) : (
        <Button size="small" className={kit.above8} onClick={() => setPointing({ for: 'colour' })}>
          {toneWords('finding.take')}
        </Button>
      )}
      <Picked finding={finding} />
    </>
  );
}

/** Light from one side, made stronger. */
function SideLight({ finding: { tones, change } }: { finding: ToneFinding }) {
  const { side } = tones,
    sideName = SIDE_NAMES.find((name) => SIDES[name] === side?.fromDeg) ?? 'none';
  return (
    <>
      <div className={kit.above12}>
        <Choice
          label={toneWords('finding.side')}
          value={sideName}
          options={SIDE_NAMES.map((name) => [name, toneWords(`finding.sides.${name}`)] as const)}
          onChange={(name: Side) => {
            const fromDeg = SIDES[name];
            change({ side: fromDeg === undefined ? null : { fromDeg, strength: side?.strength ?? FIRST_STRENGTH } });
          }}
        />
      </div>
      {side && (
        <>
          <Dial
            label={toneWords('finding.strength')}
            value={side.strength}
            min={0}
            max={1}
            step={0.05}
            shown={`${Math.round(100 * side.strength)} %`}
            onChange={(strength) => change({ side: { ...side, strength } })}
          />
          <p className={kit.note}>{toneWords('finding.sideNote')}</p>
        </>
      )}
    </>
  );
}

/** Colours that were pointed at; they stay tones until they are let go. */
function Picked({ finding: { tones, change } }: { finding: ToneFinding }) {
  if (tones.picked.length === 0) return null;
  return (
    <>
      <p className={clsx(kit.quiet, kit.above8)}>{toneWords('finding.picked')}</p>
      {tones.picked.map((lab, k) => (
        <div key={lab.join()} className={kit.said}>
          <span className={kit.note}>
            <Swatch lab={lab} /> {toneWords('finding.pickedOne', { number: k + 1, colour: hexFromLabD50(lab) })}
          </span>
          <Button
            size="small"
            aria-label={toneWords('finding.remove', { number: k + 1 })}
            onClick={() => change({ picked: tones.picked.filter((_, i) => i !== k) })}
          >
            {toneWords('finding.letGo')}
          </Button>
        </div>
      ))}
    </>
  );
}
