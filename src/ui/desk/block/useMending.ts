'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Finding } from '@/core/cutting';
import { anchorPx, closedWords, cutForOf, keyOfFinding, type Progress } from '@/derived';
import type { Plan } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import type { Regions } from '@/ui/kit/regions/useRegions';
import { blockWords } from '@/words/block';
import { inWords } from '@/words/failures';
import type { MendEdit, PictureJobs } from '@/workers';

type Preview = PictureJobs['mendPreview']['give'];

/** What a place may be mended by changing the shapes: all but openings the roller reaches into. */
export const canBeMended = ({ kind }: Pick<Finding, 'kind'>): boolean => kind !== 'chatter';

/** Places that are to be mended together: shown as they would change, then taken or let go. */
export function useMending(regions: Regions, toolsMm: readonly number[]) {
  const { plan, progress, sheetWorker, reshape, tell } = usePrintDesk(
    'plan',
    'progress',
    'sheetWorker',
    'reshape',
    'tell',
  );
  const [asked, setAsked] = useState<{ readonly edit: MendEdit; readonly places: number; readonly of: string }>();
  const [preview, setPreview] = useState<Preview>();
  const [busy, setBusy] = useState(false);
  const turn = useRef(0);
  const letGo = useCallback(() => {
    turn.current++;
    setAsked(undefined);
    setPreview(undefined);
    setBusy(false);
  }, []);
  const shapes = plan.flat?.labelsSha;
  // another picture: what was looked at is not there any more
  useEffect(letGo, [shapes, letGo]);
  const look = async (findings: readonly Finding[], of: string, kept: readonly Finding[]) => {
    const edit = { ...mendOf(plan, toolsMm, findings, kept), classOf: classesOf(plan, progress) },
      mine = ++turn.current;
    setAsked({ edit, places: findings.length, of });
    setPreview(undefined);
    setBusy(true);
    const answer = await sheetWorker.ask('mendPreview', edit);
    if (mine !== turn.current) return;
    setBusy(false);
    if (answer.ok) setPreview(answer.value);
    else {
      letGo();
      tell(inWords(answer));
    }
  };
  const take = async () => {
    if (!asked) return;
    setBusy(true);
    const done = await reshape(asked.edit);
    letGo();
    if (!done.ok) tell(inWords(done));
    else await regions.canvas.current?.repaint(done.value.box);
  };
  return { asked, preview, busy, look, take, letGo };
}

export type Mending = ReturnType<typeof useMending>;

function mendOf(
  plan: Plan,
  toolsMm: readonly number[],
  findings: readonly Finding[],
  kept: readonly Finding[],
): Omit<MendEdit, 'classOf'> {
  const { mmPerPx } = plan.picture!.raster,
    { colours } = plan.flat!;
  const boxes = (of: readonly Finding[]) =>
    of.filter(canBeMended).map(({ boxMm }) => ({
      x0: boxMm.x0 / mmPerPx,
      y0: boxMm.y0 / mmPerPx,
      x1: boxMm.x1 / mmPerPx,
      y1: boxMm.y1 / mmPerPx,
    }));
  return {
    kind: 'mend',
    boxesPx: boxes(findings),
    keptPx: boxes(kept.filter((one) => plan.kept.includes(keyOfFinding(one)))),
    letteringPx: plan.lettering.map((anchor) => anchorPx(anchor, plan)),
    cutFor: { ...cutForOf(plan, 1, colours.length), toolMm: Math.min(...toolsMm) },
    coloursLabD50: colours.map((colour) => colour.wantedLabD50),
  };
}

/** Colours that are cut and printed alike up to now have one number. */
function classesOf(plan: Plan, progress: Progress): number[] {
  const words = closedWords(plan, progress),
    known = [...new Set(words.values())];
  return plan.flat!.colours.map(({ id }) => known.indexOf(words.get(id)!));
}

/** What is being looked at, for the head of the panel. */
export function mendingInWords({ asked, preview, busy }: Mending, areaWords: (mm2: number) => string): string {
  if (!asked) return '';
  if (busy || !preview) return blockWords('mending.looking', { places: asked.places });
  return blockWords('mending.would', { places: asked.places, area: areaWords(preview.changedMm2), left: preview.left });
}
