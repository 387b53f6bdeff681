'use client';
import { type LayoutPlan } from '@/model';
import { usePrintDesk } from '../../kit/printContext';

/** Changes of the sheet’s layout, each undone on its own. */
export function useLayoutChange() {
  const { change } = usePrintDesk();
  return (label: string, edit: (layout: LayoutPlan) => Partial<LayoutPlan>) =>
    void change(label, (p) => ({ ...p, layout: { ...p.layout, ...edit(p.layout) } }));
}
