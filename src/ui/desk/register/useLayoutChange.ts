'use client';
import { type LayoutPlan } from '@/model';
import { usePrintDesk } from '../../kit/printContext';

/** Changes of the sheet’s layout, each undone on its own. */
export function useLayoutChange() {
  const { change, plan } = usePrintDesk('change', 'plan');
  return (edit: (layout: LayoutPlan) => Partial<LayoutPlan>) =>
    void change({ kind: 'layout-set', part: edit(plan.layout) });
}
