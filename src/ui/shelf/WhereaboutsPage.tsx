'use client';
import clsx from 'clsx';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { moveOf } from '@/derived';
import { ACT_VERSION, type PrintStanding, type StandingsOfPrint } from '@/model';
import { ask, newId } from '@/session';
import { kit } from '@/ui/kit/styles';
import { useFreshPage } from '@/ui/kit/useFreshPage';
import { MoveBar, type Moved } from '@/ui/kit/where/MoveBar';
import { WhereCounts } from '@/ui/kit/where/WhereCounts';
import { rowKey, WhereTable } from '@/ui/kit/where/WhereTable';
import { inWords } from '@/words/failures';
import { whereWords } from '@/words/where';
import { SideHead } from './SideHead';
import side from './SideHead.module.css';
import css from './WhereaboutsPage.module.css';

/** Moves ticked prints, print by print: what one refuses stays ticked, and is said. */
function useMoving(prints: readonly StandingsOfPrint[]) {
  const router = useRouter();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [problem, setProblem] = useState<string>();
  const moveOfOne = async ({ id, known, prints: own }: StandingsOfPrint, to: Moved) => {
    const keyOf = (row: PrintStanding) => rowKey({ ...row, printId: id });
    const mine = own.filter((row) => chosen.has(keyOf(row)));
    if (mine.length === 0) return undefined;
    const at = new Date().toISOString();
    const events = mine.map((row) => ({ id: newId(), at, version: ACT_VERSION, act: moveOf(row, to) }));
    const answer = await ask('POST', `/api/prints/${id}/log`, { known, events });
    if (!answer.ok) return inWords(answer);
    const moved = new Set(mine.map(keyOf));
    setChosen((all) => new Set([...all].filter((key) => !moved.has(key))));
    return undefined;
  };
  const move = async (to: Moved) => {
    let why: string | undefined;
    for (const print of prints) {
      const refused = await moveOfOne(print, to);
      if (refused) why ??= whereWords('couldNot', { print: print.name, why: refused });
    }
    setProblem(why);
    router.refresh();
    return why === undefined;
  };
  return { chosen, setChosen, problem, move };
}

/** Where all finished prints of the workshop are. */
export function WhereaboutsPage({ prints }: { readonly prints: readonly StandingsOfPrint[] }) {
  const { chosen, setChosen, problem, move } = useMoving(prints);
  useFreshPage();
  const rows = useMemo(
    () => prints.flatMap(({ id, name, prints: own }) => own.map((row) => ({ ...row, printId: id, print: name }))),
    [prints],
  );
  return (
    <div className={clsx(kit.page, side.page)}>
      <SideHead title={whereWords('title')} />
      {rows.length === 0 ? (
        <p className={clsx(kit.say, kit.wait)}>{whereWords('empty.says')}</p>
      ) : (
        <main className={side.two}>
          <div className={side.list}>
            <WhereTable rows={rows} chosen={chosen} onChosen={setChosen} named />
            {problem && (
              <p className={clsx(kit.say, kit.bad)} role="alert">
                {problem}
              </p>
            )}
            <MoveBar count={chosen.size} onMove={move} />
          </div>
          <aside className={css.counts}>
            <WhereCounts rows={rows} named />
          </aside>
        </main>
      )}
    </div>
  );
}
