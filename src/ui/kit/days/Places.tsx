'use client';
import { useMemo } from 'react';
import { RackPlaces } from '@/core/days';
import type { WorkshopItem } from '@/model';
import { nearDayOf } from '@/words/dates';
import { daysWords } from '@/words/days';
import { kit } from '@/ui/kit/styles';
import { isoOfMin, type Days } from './useDays';

interface Props {
  readonly days: Days;
  readonly items: readonly WorkshopItem[] | undefined;
}

/** How full each rack is now, and when it is fullest. */
export function Places({ days: { question, answer }, items }: Props) {
  const lines = useMemo(() => {
    if (!question || !answer) return [];
    return question.shop.racks.map(({ id, places, taken = [] }) => {
      const rack = new RackPlaces(places),
        begins: number[] = [];
      const take = (from: number, to: number, sheets: number) => {
        rack.take(from, to, sheets);
        begins.push(from);
      };
      for (const { stretch, sheets } of taken) take(stretch[0], stretch[1], sheets);
      for (const { id: stepId, sittings } of answer.placed) {
        const step = question.steps.find((one) => one.id === stepId);
        if (step?.rack?.id === id) take(sittings[0][0], sittings.at(-1)![1] + step.rack.afterMin, step.rack.sheets);
      }
      const most = Math.max(0, ...begins.map((min) => rack.most(min, min + 1)));
      const fullest = begins.find((min) => rack.most(min, min + 1) === most);
      const name = items?.find((item) => item.id === id)?.name ?? '';
      return { id, name, places, most, fullest, now: rack.most(question.nowMin, question.nowMin + 1) };
    });
  }, [answer, items, question]);
  return (
    <div>
      {lines.map(({ id, name, places, most, fullest, now }) => (
        <p key={id} className={kit.note} suppressHydrationWarning>
          {daysWords('places', {
            ...{ rack: name, most, places, now },
            day: fullest === undefined ? 'none' : nearDayOf(isoOfMin(fullest)),
          })}
        </p>
      ))}
    </div>
  );
}
