'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { StoredItem } from '@/model';
import { WorkshopView } from '@/ui/shelf/workshop/WorkshopView';
import { useUnit } from '../client/useUnit';
import { useWorkshop } from '../client/useWorkshop';
import type { Said } from '../Saying';

const Saying = dynamic(() => import('../Saying').then((m) => m.Saying), { ssr: false });

/** The workshop, joined to the server. */
export function WorkshopPage({ items }: { items: readonly StoredItem[] }) {
  const desk = useWorkshop(items);
  const { unit, setUnit } = useUnit();
  const [said, setSaid] = useState<Said>();
  return (
    <>
      <WorkshopView {...{ desk, unit, setUnit }} tell={(message, act) => setSaid({ message, act })} />
      {said && <Saying said={said} onClose={() => setSaid(undefined)} />}
    </>
  );
}
