import { FAULTS, SHEET_ROLES } from '@/core/sheets';
import {
  BRUSH_WORK,
  CUTTING_SHAPES,
  EXPERIENCES,
  PAPER_GRAINS,
  PAPER_SIDES,
  RUBBING_FORCES,
  SIZINGS,
  WEEKDAYS,
} from '@/model';
import { craftWords, roleInWords } from './craft';

test('everything that is stored by an id has its word', () => {
  const said = [
    ...FAULTS.map((v) => craftWords(`fault.${v}`)),
    ...SHEET_ROLES.map(roleInWords),
    ...EXPERIENCES.map((v) => craftWords(`experience.${v}`)),
    ...SIZINGS.map((v) => craftWords(`sizing.${v}`)),
    ...PAPER_GRAINS.map((v) => craftWords(`grain.${v}`)),
    ...PAPER_SIDES.map((v) => craftWords(`paperSide.${v}`)),
    ...BRUSH_WORK.map((v) => craftWords(`brushWork.${v}`)),
    ...RUBBING_FORCES.map((v) => craftWords(`rubbing.${v}`)),
    ...CUTTING_SHAPES.map((v) => craftWords(`section.${v}`)),
    ...WEEKDAYS.map((v) => craftWords(`weekday.${v}`)),
  ];
  expect(said.filter((words) => words.length === 0)).toEqual([]);
  expect(SHEET_ROLES.map(roleInWords)).toEqual([
    'numbered',
    'progressive set',
    'A.P.',
    'P.P.',
    'B.A.T.',
    'H.C.',
    'state proof',
    'trial proof',
    'colour proof',
    'not numbered',
  ]);
});
