import { NO_MOTION, type Motion } from '@/core/registration';
import { growthInWords, motionInWords } from './motion';

const image = { widthMm: 200, heightMm: 150 };
const motion = (part: Partial<Motion>): Motion => ({ ...NO_MOTION, about: { xMm: 100, yMm: 75 }, ...part });

test('as one would say it', () => {
  const all = motion({ dxMm: -0.6, rotationDeg: 0.2, growthX: -0.002 });
  expect(motionInWords(all, image, 'Run 3', 'mm')).toBe(
    'Run 3 lies 0.6 mm too far left and is turned 0.20° clockwise; is 0.4 mm smaller across the image than what it lies on (the paper has grown since, or the block has shrunk).',
  );
  expect(motionInWords(motion({ dyMm: 1.25 }), image, 'Run 2', 'mm')).toBe('Run 2 lies 1.3 mm too low.');
  expect(motionInWords(motion({ dxMm: 1.5875, dyMm: -0.79375 }), image, 'Run 2', 'in')).toBe(
    'Run 2 lies 1/16 in too far right and 1/32 in too high.',
  );
  expect(motionInWords(motion({ dxMm: 0.01 }), image, 'Run 2', 'mm')).toMatch(/lies in register/);
});

test('growth has its own cure, other for wood and for lino', () => {
  expect(growthInWords(motion({ growthX: -0.002 }), image, true, 'mm')).toMatch(/should be 0.4 mm larger: damp it/);
  expect(growthInWords(motion({ growthY: 0.002 }), image, false, 'mm')).toMatch(/paper has shrunk by 0.3 mm/);
  expect(growthInWords(motion({ growthX: 0.0002 }), image, true, 'mm')).toBeUndefined();
});
