'use client';
import { Explained } from '@/ui/kit/glossary/Explained';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { formatLength } from '@/words/lengths';
import { MASK_GROWTH_MM, MASK_KINDS, type MaskKind } from '@/model';
import { LengthField } from '../../kit/fields';
import { usePrintDesk } from '../../kit/printContext';
import { areaInWords } from '@/words/quantities';
import { anchorOf } from '@/ui/kit/regions/useAnchors';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import type { Masking } from './useMasking';
import { NOTHING, kindWords, FIRST_GROWTH_MM } from './maskWords';
import { blockWords } from '@/words/block';
import { drawnBlock } from '../newBlock';

export function LeaveOut(masking: Masking) {
  const { chosen, labels, run, count } = masking;
  return (
    <section>
      <h2>
        <Explained term="mask">{blockWords('leaveOut.leaveSomethingOut')}</Explained>
      </h2>
      <p className={clsx(kit.note, kit.above4, kit.below8)}>{blockWords('leaveOut.clickIslandsOnThe')}</p>
      <GatherActs {...masking} />
      {chosen && !masking.closed && !labels.standing.includes(chosen.label) && (
        <p className={clsx(kit.note, kit.above6)}>{blockWords('leaveOut.thisIslandDoesNot', { run })}</p>
      )}
      {count > 0 && <GatheredMask {...masking} />}
      {!masking.closed && <KeepCleanActs {...masking} />}
    </section>
  );
}

function KeepCleanActs({ add }: Masking) {
  const { unit } = usePrintDesk('unit');
  return (
    <div className={kit.above14}>
      <Button
        size="small"
        onClick={() =>
          add({
            kind: 'keep clean',
            place: NOTHING,
            covers: 'place',
            growMm: FIRST_GROWTH_MM,
            hold: 'pins',
            note: '',
          })
        }
      >
        {blockWords('leaveOut.maskAllClearedGround')}
      </Button>
      <p className={clsx(kit.note, kit.above4)}>
        {blockWords('leaveOut.openingsLargerThanWhat', { growth: formatLength(FIRST_GROWTH_MM, unit, 1) })}
      </p>
    </div>
  );
}

function GatheredMask(masking: Masking) {
  const { count, setGathered, run } = masking;
  return (
    <div className={clsx(kit.stack, kit.gap12, kit.above14)}>
      <p className={clsx(kit.say, kit.plain)}>
        {blockWords('leaveOut.placesGathered', { count })}{' '}
        <button type="button" className={kit.link} onClick={() => setGathered(NOTHING)}>
          {blockWords('leaveOut.letGo')}
        </button>
      </p>
      {!masking.closed && <HowLeftOut {...masking} />}
      {!masking.closed && <GatheredActs {...masking} />}
      {!masking.closed && <p className={kit.note}>{blockWords('leaveOut.aSecondToneIs', { run })}</p>}
      <OwnBlock {...masking} />
    </div>
  );
}

function HowLeftOut({ kind, setKind, growMm, setGrowMm }: Masking) {
  const { unit } = usePrintDesk('unit');
  return (
    <div className={clsx(kit.fields, kit.atTop)}>
      <TextField
        select
        label={blockWords('leaveOut.how')}
        value={kind}
        onChange={(e) => setKind(e.target.value as MaskKind)}
      >
        {MASK_KINDS.filter((k) => k !== 'keep clean').map((k) => (
          <MenuItem key={k} value={k}>
            {kindWords()[k]}
          </MenuItem>
        ))}
      </TextField>
      {kind === 'mask' && (
        <LengthField
          label={blockWords('leaveOut.intoClearedGround')}
          valueMm={growMm}
          unit={unit}
          range={MASK_GROWTH_MM}
          onChange={setGrowMm}
        />
      )}
    </div>
  );
}

/** The gathered places as one block more, drawn by hand over what is there: invented after a proof, printed last. */
function OwnBlock({ gathered, setGathered, regions }: Masking) {
  const { change, plan, selectRun } = usePrintDesk('change', 'plan', 'selectRun');
  const add = async () => {
    const done = await change(drawnBlock(plan, gathered));
    if (!done.ok) return;
    setGathered(NOTHING);
    regions.letGo();
    selectRun(plan.runs.length + 1);
  };
  return (
    <div>
      <Button onClick={() => void add()}>{blockWords('leaveOut.aBlockOfIts')}</Button>
      <p className={clsx(kit.note, kit.above4)}>{blockWords('leaveOut.aBlockSays')}</p>
    </div>
  );
}

function GatheredActs({ add, kind, gathered, growMm, run, setGathered, regions }: Masking) {
  const { change, plan } = usePrintDesk('change', 'plan');
  return (
    <div className={clsx(kit.row, kit.gap6)}>
      <Button
        variant="contained"
        onClick={() => add({ kind, place: gathered, covers: 'place', growMm, hold: 'pins', note: '' })}
      >
        {blockWords('leaveOut.leaveItOutOf', { run })}
      </Button>
      <Button
        onClick={() => {
          void change({ kind: 'second-tone-added', runId: plan.runs[run - 1].id, place: gathered, growMm });
          setGathered(NOTHING);
          regions.letGo();
        }}
      >
        {blockWords('leaveOut.printItInA')}
      </Button>
    </div>
  );
}

function GatherActs({ chosen, setGathered, gatheredAlready, keys, line, mmPerPx, regions }: Masking) {
  const { plan } = usePrintDesk('plan');
  return (
    <div className={clsx(kit.row, kit.gap6)}>
      <Button
        size="small"
        disabled={!chosen}
        onClick={() => {
          if (chosen) {
            setGathered((g) => ({
              ...g,
              anchors: gatheredAlready
                ? g.anchors.filter((_, i) => keys?.[i] !== chosen.key)
                : [...g.anchors, anchorOf(chosen, plan)],
            }));
          }
        }}
      >
        {chosen
          ? `${gatheredAlready ? blockWords('leaveOut.leaveOutAgain') : blockWords('leaveOut.gather')}: ${areaInWords(chosen.areaMm2)}`
          : blockWords('leaveOut.gatherTheChosenIsland')}
      </Button>
      {line?.use === 'lasso' ? (
        <Button
          size="small"
          variant="contained"
          disabled={line.pointsPx.length < 6}
          onClick={() => {
            setGathered((g) => ({
              ...g,
              outlinesMm: [...g.outlinesMm, line.pointsPx.map((v) => Math.round(v * mmPerPx * 100) / 100)],
            }));
            regions.setLine(undefined);
          }}
        >
          {blockWords('leaveOut.gatherWhatIsInside')}
        </Button>
      ) : (
        <Button size="small" onClick={() => regions.setLine({ use: 'lasso', pointsPx: [] })}>
          {blockWords('leaveOut.drawRoundAPlace')}
        </Button>
      )}
    </div>
  );
}
