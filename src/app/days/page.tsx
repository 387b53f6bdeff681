import type { Metadata } from 'next';
import { database, daysOfWorkshop, workshop } from '@/server';
import { WeekView } from '@/ui/shelf/WeekView';
import { daysWords } from '@/words/days';
import { pageWords } from '@/words/pages';
import { withStore } from '../withStore';

export const generateMetadata = (): Metadata => ({ title: pageWords('titled', { title: daysWords('week.title') }) });
export const dynamic = 'force-dynamic';

export default async function Page() {
  return withStore(() => {
    const now = new Date();
    const items = workshop(database(), now.toISOString()).map(({ item }) => item);
    const prints = daysOfWorkshop(database(), now.getTime());
    return (
      <WeekView items={items} prints={prints.filter(({ steps, onRack }) => steps.length > 0 || onRack !== null)} />
    );
  });
}
