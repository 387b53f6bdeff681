'use client';
import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import type { StoredItem } from '@/model';
import { WorkshopView } from '@/ui/shelf/workshop/WorkshopView';
import { useUnit } from '../client/useUnit';
import { useWorkshop } from '../client/useWorkshop';
import { PlainSaying } from '@/ui/kit/PlainSaying';
import type { Said } from '@/ui/kit/Saying';

const loadSaying = () => import('@/ui/kit/Saying').then((m) => m.Saying);
const Saying = dynamic(() => loadSaying().catch(() => PlainSaying), { ssr: false });

/** The workshop, joined to the server. */
export function WorkshopPage({ items }: { items: readonly StoredItem[] }) {
  const desk = useWorkshop(items);
  const { unit, setUnit } = useUnit();
  const [said, setSaid] = useState<Said>();
  // there before it is needed: what is said is said when the server is away too
  useEffect(() => void loadSaying().catch(() => undefined), []);
  return (
    <>
      <WorkshopView {...{ desk, unit, setUnit }} tell={(message, act) => setSaid({ message, act })} />
      {said && <Saying said={said} onClose={() => setSaid(undefined)} />}
    </>
  );
}
