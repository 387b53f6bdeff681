/** What releases called a kind of ink before there were mediums. */
const KINDS: Readonly<Record<string, string>> = {
  oil: 'oil relief',
  'water-washable oil': 'water-washable oil',
  'water-based relief': 'water-based relief',
  'pigment for damp printing': 'pigment and paste',
};

/**
 * An ink of the cabinet as an older release wrote it, in the present form. Version 1 did not say so; at first its kind was a word that nothing
 * read; version 2 knew no strips of films printed before. Each step is frozen as the release made it that brought the form.
 */
export function upgradedInk<T>(stored: T): T {
  if (typeof stored !== 'object' || stored === null) return stored;
  if (!('version' in stored)) {
    const { kind, ...ink } = stored as { kind?: unknown };
    return upgradedInk({
      ...ink,
      version: 2,
      ...(kind !== undefined && { mediumId: KINDS[String(kind)] ?? kind }),
    } as T);
  }
  return stored.version === 2 ? fromTwo(stored) : stored;
}

function fromTwo<T>(ink: T): T {
  const { drawdowns } = ink as { drawdowns?: unknown };
  return {
    ...ink,
    version: 3,
    ...(Array.isArray(drawdowns) && { drawdowns: drawdowns.map((card: object) => ({ ...card, strips: [] })) }),
  };
}
