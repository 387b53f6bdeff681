/** Path data for rings of points in mm (x, y, x, y …), closed unless said otherwise. */
export function pathOfMm(ringsMm: readonly (readonly number[])[], closed = true): string {
  return ringsMm
    .filter((ring) => ring.length >= 2)
    .map((ring) => {
      let d = `M${ring[0]} ${ring[1]}`;
      for (let i = 2; i + 1 < ring.length; i += 2) d += `L${ring[i]} ${ring[i + 1]}`;
      return closed ? `${d}z` : d;
    })
    .join('');
}
