'use client';
import { useRouter } from 'next/navigation';
import { ask } from '@/session';
import { NewPrint } from '@/ui/shelf/NewPrint';
import { useUnit } from '../client/useUnit';

/** A new print, joined to the server: once begun, its picture is what comes. */
export function NewPrintPage() {
  const router = useRouter(),
    { unit } = useUnit();
  return (
    <NewPrint
      unit={unit}
      onCreate={async (name, chosen) => {
        const begun = await ask<string>('POST', '/api/prints', { name, chosen });
        // back leads to the shelf, not to a form that was filled in
        if (begun.ok) router.replace(`/print/${begun.value}/picture`);
        return begun;
      }}
    />
  );
}
