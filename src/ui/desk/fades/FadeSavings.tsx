'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useRef, useState } from 'react';
import { fadeCandidates, fadeProposals, inkNamesOf, type FadeProposal } from '@/derived';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { Swatch } from '@/ui/kit/Swatch';
import { fadeWords } from '@/words/fades';
import { inWords } from '@/words/failures';
import css from './Fades.module.css';
import { useGradations } from './useGradations';

/** Where the picture runs from one colour into another, so that one run that fades saves another. */
export function FadeSavings() {
  const { plan, looks, progress, change, selectRun } = usePrintDesk('plan', 'looks', 'progress', 'change', 'selectRun');
  const ask = useGradations();
  const [found, setFound] = useState<{ readonly of: unknown; readonly proposals: readonly FadeProposal[] }>();
  const [says, setSays] = useState<string>();
  const asked = useRef(0);
  const candidates = fadeCandidates(plan, looks!, progress.closedRuns);
  if (candidates.length === 0) return null;
  const look = async () => {
    const turn = ++asked.current;
    setSays(fadeWords('looking'));
    const answer = await ask(candidates.map(({ labels }) => labels));
    if (turn !== asked.current) return;
    if (!answer.ok) {
      setSays(inWords(answer));
      return;
    }
    const proposals = fadeProposals(plan, candidates, answer.value);
    setSays(proposals.length === 0 ? fadeWords('saves.none') : undefined);
    setFound({ of: plan.runs, proposals });
  };
  // of other runs it says nothing
  const proposals = found?.of === plan.runs ? found.proposals : [];
  return (
    <section aria-label={fadeWords('saves.title')}>
      <h3>{fadeWords('saves.title')}</h3>
      <p className={kit.note}>{fadeWords('saves.says')}</p>
      {proposals.map((proposal) => (
        <Saving
          key={`${proposal.runId} ${proposal.withRunId}`}
          proposal={proposal}
          onTake={() => {
            selectRun(Math.min(...[proposal.runId, proposal.withRunId].map(indexOf)) + 1);
            void change(proposal.edit);
          }}
        />
      ))}
      <p role="status" className={clsx(kit.note, kit.above4)}>
        {says}
      </p>
      {proposals.length === 0 && (
        <Button className={kit.above8} onClick={() => void look()}>
          {fadeWords('saves.look')}
        </Button>
      )}
    </section>
  );

  function indexOf(id: string): number {
    return plan.runs.findIndex((run) => run.id === id);
  }
}

function Saving({ proposal, onTake }: { readonly proposal: FadeProposal; readonly onTake: () => void }) {
  const { plan } = usePrintDesk('plan');
  const { gradation, edit } = proposal;
  const name = (id: string) =>
    inkNamesOf(
      plan,
      plan.runs.find((run) => run.id === id)!,
    );
  return (
    <div className={css.saving}>
      <p>
        <Swatch lab={gradation.fromLabD50} /> <Swatch lab={gradation.toLabD50} />{' '}
        {fadeWords('saves.found', {
          ...{ from: name(edit.runId), to: name(edit.withRunId) },
          ...{ mean: gradation.fadeDeltaE, flat: gradation.flatDeltaE },
        })}
      </p>
      <Button className={kit.above6} onClick={onTake}>
        {fadeWords('saves.take')}
      </Button>
      <p className={clsx(kit.note, kit.above4)}>{fadeWords('saves.taken')}</p>
    </div>
  );
}
