'use client';
import { inWords } from '@/words/failures';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { type CutSettings, type Finding, type FindingKind } from '@/core/cutting';
import { formatLength } from '@/words/lengths';
import type { Plan, Mask } from '@/model';
import { keyOfFinding, shapesOpen } from '@/derived';
import type { StageFindings } from '@/workers';
import { usePrintDesk } from '../../kit/printContext';
import type { LabelState } from '@/ui/kit/blockStates';
import { Swatch } from '@/ui/kit/Swatch';
import type { Regions } from '@/ui/kit/regions/useRegions';
import { curesOf, figureOf, placesOfKind, reasonOf, type Cure } from './findingWords';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './CheckPanel.module.css';
import { canBeMended } from './useMending';
import type { CheckProps } from './checkProps';
import { blockWords } from '@/words/block';

const LISTED = 3;

/** Findings of one kind, by the colour they lie in: the largest group first. */
export function Kind(props: CheckProps & { kind: FindingKind; found: StageFindings }) {
  const { kind, found } = props;
  const { plan, sheet } = usePrintDesk('plan', 'sheet');
  const all = found.findings
    .map((finding, i) => ({ finding, label: sheet.parts[found.partOf[i]]?.label ?? 0 }))
    .filter(({ finding }) => finding.kind === kind);
  const places = all.filter(({ finding }) => !plan.kept.includes(keyOfFinding(finding)));
  const wanted = all.length - places.length;
  if (all.length === 0) return null;
  const labels = [...new Set(places.map(({ label }) => label))];
  const groups = labels
    .map((label) => ({ label, findings: places.filter((place) => place.label === label).map((p) => p.finding) }))
    .sort((a, b) => b.findings.length - a.findings.length || a.label - b.label);
  return (
    <div className={kit.above8}>
      <p className={clsx((kind === 'ridge' || kind === 'loose') && kit.madder)}>
        <KindSign kind={kind} /> {placesOfKind(kind, places.length)}
        {wanted > 0 && <span className={kit.quiet}> {blockWords('findingKind.wantedSo', { wanted })}</span>}
      </p>
      {groups.map((group) => (
        <Group key={group.label} {...props} {...group} />
      ))}
    </div>
  );
}

interface GroupProps extends CheckProps {
  readonly kind: FindingKind;
  readonly found: StageFindings;
  readonly label: number;
  readonly findings: readonly Finding[];
}

/** Places of one kind in one colour, decided together or one by one. */
function Group({ kind, found, label, findings, settings, labels, picked, onPick, regions, run, mending }: GroupProps) {
  const { plan } = usePrintDesk('plan');
  const [shown, setShown] = useState(LISTED);
  const cure = useCure(onPick, run, labels, plan.picture!.raster.mmPerPx, regions);
  const colour = plan.flat!.colours[label],
    words = blockWords('findingKind.ofColour', { places: findings.length, colour: colour.name });
  return (
    <div className={css.group}>
      <p className={kit.small}>
        <Swatch lab={colour.wantedLabD50} /> {words}
        {findings.length > 1 && <GroupActs {...{ kind, findings, found, mending, colour: colour.name }} />}
      </p>
      {findings.slice(0, shown).map((finding) => (
        <FindingRow
          key={keyOfFinding(finding)}
          finding={finding}
          on={picked !== undefined && keyOfFinding(picked) === keyOfFinding(finding)}
          onPick={onPick}
          settings={settings}
          cure={cure}
        />
      ))}
      {findings.length > shown && (
        <p className={kit.note}>
          {blockWords('findingKind.andMoreAllRinged', { places: findings.length - shown })}{' '}
          <button type="button" className={kit.link} onClick={() => setShown((n) => n + 20)}>
            {blockWords('findingKind.showMore')}
          </button>
        </p>
      )}
    </div>
  );
}

interface GroupActsProps extends Pick<GroupProps, 'kind' | 'found' | 'findings' | 'mending'> {
  readonly colour: string;
}

/** Mend all of a group, or keep them all. */
function GroupActs({ kind, found, findings, mending, colour }: GroupActsProps) {
  const { plan, progress, change } = usePrintDesk('plan', 'progress', 'change');
  const of = `${placesOfKind(kind, findings.length)}, ${colour}`,
    mendAll = blockWords('mending.all', { places: findings.length }),
    keepAll = blockWords('mending.keepAll');
  return (
    <>
      {canBeMended({ kind }) && shapesOpen(plan, progress) && (
        <>
          {' · '}
          <button
            type="button"
            className={kit.link}
            aria-label={`${mendAll}: ${of}`}
            onClick={() => void mending.look(findings, of, found.findings)}
          >
            {mendAll}
          </button>
        </>
      )}
      {' · '}
      <button
        type="button"
        className={kit.link}
        aria-label={`${keepAll}: ${of}`}
        onClick={() => void change({ kind: 'findings-kept', keys: findings.map(keyOfFinding) })}
      >
        {keepAll}
      </button>
    </>
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
