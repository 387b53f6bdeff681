/** What blocks are made of. */
export const materials = {
  name: {
    lino: 'linoleum, firm',
    'soft-lino': 'soft cutting sheet',
    plywood: 'hard plywood',
    cherry: 'cherry',
  },
} as const;
