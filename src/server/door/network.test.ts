import { hasDesktop } from './network';

test.each([
  [{}, 'linux', false],
  [{ DISPLAY: ':0' }, 'linux', true],
  [{ WAYLAND_DISPLAY: 'wayland-0' }, 'linux', true],
  [{ DISPLAY: '' }, 'linux', false],
  [{}, 'darwin', true],
  [{}, 'win32', true],
] as const)('with %j on %s somebody sits before it: %s', (env, platform, does) =>
  expect(hasDesktop(env, platform)).toBe(does),
);
