import { MEDIUM_IDS, MEDIUMS, mediumById } from './mediums';
import { CAUTIONS } from '../cautions/cautions';

test('each medium is one row with figures that can be, and names cautions that are there', () => {
  expect(MEDIUMS.map(({ id }) => id)).toEqual(MEDIUM_IDS);
  for (const medium of MEDIUMS) {
    expect(medium.wetFilmUm).toBeGreaterThan(0);
    expect(medium.wetFilmUm).toBeLessThan(20);
    expect(medium.dryingHours).toBeGreaterThanOrEqual(0);
    for (const { floorShare, trapping } of Object.values(medium.under)) {
      expect(floorShare).toBeGreaterThan(0);
      expect(trapping).toBeGreaterThan(0);
      expect(trapping).toBeLessThanOrEqual(1);
    }
    for (const id of medium.cautionIds) expect(CAUTIONS.map((caution) => caution.id)).toContain(id);
    expect(mediumById(medium.id)).toBe(medium);
  }
});

test('only oil films stay open for the next, and only they ask for a ladder of tack', () => {
  const opens = MEDIUMS.filter((medium) => medium.under.wet.trapping < 1).map(({ id }) => id);
  expect(opens).toEqual(['oil relief', 'water-washable oil', 'lithographic oil']);
  expect(MEDIUMS.filter((medium) => medium.tackLadder).map(({ id }) => id)).toEqual(opens);
});
