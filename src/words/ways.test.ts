import { REGISTRATION_WAYS } from '@/core/registration';
import { wayAtLength, wayInWords } from './ways';

test('every way says what to make, in which order, and what it asks', () => {
  for (const id of REGISTRATION_WAYS) {
    const { make, steps, asksOfPaper, asksOfBlock, inShort } = wayAtLength(id, 'mm');
    expect(make.length).toBeGreaterThan(0);
    expect(steps.length).toBeGreaterThan(0);
    expect([wayInWords(id), asksOfPaper, asksOfBlock, inShort].filter((said) => said.length < 4)).toEqual([]);
  }
});
