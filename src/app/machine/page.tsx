import type { Metadata } from 'next';
import { doorShown, keepingShown } from '@/server';
import { keepingWords } from '@/words/keeping';
import { pageWords } from '@/words/pages';
import { toldByServer } from '@/words/refusals';
import { withStore } from '../withStore';
import { MachineHere } from './MachineHere';

export const generateMetadata = (): Metadata => ({ title: pageWords('titled', { title: keepingWords('title') }) });
export const dynamic = 'force-dynamic';

export default async function Page() {
  return withStore(async () => {
    const door = await doorShown(),
      keeping = await keepingShown();
    if (!door.ok) return <p>{toldByServer(door)}</p>;
    if (!keeping.ok) return <p>{toldByServer(keeping)}</p>;
    return <MachineHere door={door.value} keeping={keeping.value} />;
  });
}
