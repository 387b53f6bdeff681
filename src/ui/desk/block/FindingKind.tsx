'use client';
import { inWords } from '@/words/failures';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { type CutSettings, type Finding, type FindingKind } from '@/core/cutting';
import { formatLength } from '@/core/units';
import type { Plan, Mask } from '@/model';
import { keyOfFinding, shapesOpen } from '@/derived';
import type { StageFindings } from '@/workers';
import { usePrintDesk } from '../../kit/printContext';
import type { LabelState } from '@/ui/kit/blockStates';
import type { Regions } from '@/ui/kit/regions/useRegions';
import { curesOf, figureOf, placesOfKind, reasonOf, type Cure } from './findingWords';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './CheckPanel.module.css';
import type { CheckProps } from './checkProps';
import { blockWords } from '@/words/block';

const LISTED = 5;

export function Kind({
  kind,
  found,
  settings,
  labels,
  picked,
  onPick,
  regions,
  run,
}: CheckProps & { kind: FindingKind; found: StageFindings }) {
  const { plan } = usePrintDesk('plan');
  const all = found.findings.filter((f) => f.kind === kind);
  const places = all.filter((f) => !plan.kept.includes(keyOfFinding(f)));
  const wanted = all.length - places.length;
  const [shown, setShown] = useState(LISTED);
  const mmPerPx = plan.picture!.raster.mmPerPx;
  const cure = useCure(onPick, run, labels, mmPerPx, regions);
  if (all.length === 0) return null;
  return (
    <div className={kit.above8}>
      <p className={clsx((kind === 'ridge' || kind === 'loose') && kit.madder)}>
        <KindSign kind={kind} /> {placesOfKind(kind, places.length)}
        {wanted > 0 && <span className={kit.quiet}> {blockWords('findingKind.wantedSo', { wanted })}</span>}
      </p>
      {places.slice(0, shown).map((finding) => {
        const on = picked !== undefined && keyOfFinding(picked) === keyOfFinding(finding);
        return (
          <FindingRow
            key={keyOfFinding(finding)}
            finding={finding}
            on={on}
            onPick={onPick}
            settings={settings}
            cure={cure}
          />
        );
      })}
      {places.length > shown && (
        <p className={kit.note}>
          {blockWords('findingKind.andMoreAllRinged', { places: places.length - shown })}{' '}
          <button type="button" className={kit.link} onClick={() => setShown((n) => n + 20)}>
            {blockWords('findingKind.showMore')}
          </button>
        </p>
      )}
    </div>
  );
}

interface FindingRowProps {
  readonly finding: Finding;
  readonly on: boolean;
  readonly onPick: (finding: Finding | undefined) => void;
  readonly settings: CutSettings;
  readonly cure: (finding: Finding, { id }: Cure) => Promise<void>;
}

function FindingRow({ finding, on, onPick, settings, cure }: FindingRowProps) {
  const { unit, plan, progress } = usePrintDesk('unit', 'plan', 'progress');
  return (
    <div className={clsx(on && [kit.say, kit.around4])}>
      <p className={kit.note}>
        <button type="button" className={kit.link} aria-pressed={on} onClick={() => onPick(on ? undefined : finding)}>
          {blockWords('findingKind.at', {
            across: formatLength(finding.xMm, unit, 0),
            down: formatLength(finding.yMm, unit, 0),
          })}
        </button>{' '}
        {figureOf(finding, unit)}
      </p>
      {on && (
        <>
          <p className={kit.small}>{reasonOf(finding, settings.material)}</p>
          <div className={clsx(kit.row, kit.gap6, kit.around6)}>
            {curesOf(finding, unit, shapesOpen(plan, progress)).map((c) => (
              <Button key={c.id} size="small" onClick={() => void cure(finding, c)}>
                {c.words}
              </Button>
            ))}
          </div>
        </>
      )}
    </div>
  );
}

/** The sign a kind of finding has on the block. */
function KindSign({ kind }: { kind: FindingKind }) {
  return (
    <svg width="14" height="14" aria-hidden className={css.sign}>
      {kind === 'chatter' ? (
        <rect x="1" y="1" width="12" height="12" className={kit.riskArea} />
      ) : (
        <circle
          cx="7"
          cy="7"
          r="5.5"
          className={clsx(kit.placeMark, (kind === 'gap' || kind === 'uncuttable') && kit.gap)}
        />
      )}
    </svg>
  );
}

/** What is done about a finding. */
function useCure(
  onPick: (finding: Finding | undefined) => void,
  run: number,
  labels: LabelState,
  mmPerPx: number,
  regions: Regions,
) {
  const { change, plan, tell, reshape } = usePrintDesk('change', 'plan', 'tell', 'reshape');
  const cure = async (finding: Finding, { id }: Cure) => {
    onPick(undefined);
    if (id === 'keep') {
      void change({ kind: 'finding-kept', key: keyOfFinding(finding) });
      return;
    }
    if (id === 'mask') {
      void change({ kind: 'mask-added', mask: keepCleanMask(plan, run) });
      return;
    }
    const colours = plan.flat!.colours.map((_, l) => l);
    const standing = colours.filter((l) => labels.standing.includes(l));
    const box = {
      x0: finding.boxMm.x0 / mmPerPx,
      y0: finding.boxMm.y0 / mmPerPx,
      x1: finding.boxMm.x1 / mmPerPx,
      y1: finding.boxMm.y1 / mmPerPx,
    };
    if (id === 'merge') {
      await regions.chooseAt(Math.floor(finding.xMm / mmPerPx), Math.floor(finding.yMm / mmPerPx));
      tell(blockWords('findingKind.thisIsThePart'));
      return;
    }
    const done = await reshape({
      kind: 'thicken',
      labels: id === 'thicken' ? standing : colours.filter((l) => !standing.includes(l)),
      boxPx: box,
      widthPx: finding.limit / mmPerPx + 0.5,
    });
    if (!done.ok) tell(inWords(done));
    else await regions.canvas.current?.repaint(done.value.box);
  };
  return cure;
}

/** A mask that keeps all cleared ground of a run clean. */
function keepCleanMask(plan: Plan, run: number): Mask {
  return {
    id: `mask-${Date.now().toString(36)}`,
    runId: plan.runs[run - 1].id,
    kind: 'keep clean',
    place: { anchors: [], outlinesMm: [] },
    covers: 'place',
    growMm: 1.5,
    hold: 'pins',
    note: blockWords('findingKind.keepsTheClearedGround'),
  };
}
