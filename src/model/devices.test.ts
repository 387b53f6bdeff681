import { checkRequest } from './requests';
import { DEVICE_ROLES, mayDo, ROLES, roleIn, VIEW_ROLES, viewFor } from './devices';

test('each role may what those before it may, and its own', () => {
  for (const [i, role] of ROLES.entries())
    expect(ROLES.filter((least) => mayDo(role, least))).toEqual(ROLES.slice(0, i + 1));
  expect(DEVICE_ROLES).toEqual(ROLES.slice(0, -1));
});

test('a role is read by its name only; nothing else is one', () => {
  expect(ROLES.map(roleIn)).toEqual([...ROLES]);
  for (const odd of ['Machine', 'machine ', '', null, undefined, '__proto__', 'constructor'])
    expect(roleIn(odd)).toBeUndefined();
});

test('who may not see a view is led to one that is open to it', () => {
  for (const role of ROLES)
    for (const view of Object.keys(VIEW_ROLES)) {
      const led = viewFor(role, view);
      expect(mayDo(role, VIEW_ROLES[led])).toBe(true);
      if (mayDo(role, VIEW_ROLES[view as 'runs'])) expect(led).toBe(view);
    }
  expect([viewFor('look', 'pull'), viewFor('bench', 'runs'), viewFor('bench', 'pull')]).toEqual([
    'table',
    'today',
    'pull',
  ]);
  expect(viewFor('machine', 'toString')).toBe('today');
});

test('a code is asked for with a role, a count that a class can have, and nothing else', () => {
  const asked = (body: object) => checkRequest('letIn', body).ok;
  const good = { role: 'bench', devices: 3, places: true };
  expect(asked(good)).toBe(true);
  for (const wrong of [
    { role: 'machine' },
    { devices: 0 },
    { devices: 41 },
    { devices: 1.5 },
    { places: 'yes' },
    { more: 1 },
  ])
    expect(asked({ ...good, ...wrong })).toBe(false);
});
