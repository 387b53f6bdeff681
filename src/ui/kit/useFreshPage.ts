'use client';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';

/** What a page shows is asked for anew where the browser’s way back brought it from its memory. */
export function useFreshPage(): void {
  const router = useRouter();
  useEffect(() => router.refresh(), [router]);
}
