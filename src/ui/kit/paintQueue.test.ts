import { PaintQueue } from './paintQueue';

function bench(msEach: number) {
  const frames: (() => void)[] = [];
  const painted: string[] = [];
  let clock = 0;
  const queue = new PaintQueue<string>(
    (run) => frames.push(run),
    () => clock,
  );
  const add = (picture: string, what = picture) =>
    queue.add(picture, () => {
      clock += msEach;
      painted.push(what);
    });
  const frame = () => {
    const [run] = frames.splice(0, 1);
    run?.();
  };
  return { add, frame, painted, queue, frames };
}

test('what fits into one frame is painted in it, in order', () => {
  const { add, frame, painted, frames } = bench(1);
  for (const name of ['a', 'b', 'c', 'd']) add(name);
  expect(frames).toHaveLength(1);
  frame();
  expect(painted).toEqual(['a', 'b', 'c', 'd']);
  expect(frames).toHaveLength(0);
});

test('what does not waits for the next; slow pictures still come one a frame', () => {
  const { add, frame, painted } = bench(40);
  for (const name of ['a', 'b', 'c']) add(name);
  frame();
  expect(painted).toEqual(['a']);
  frame();
  frame();
  expect(painted).toEqual(['a', 'b', 'c']);
});

test('of several jobs for one picture only the newest is done', () => {
  const { add, frame, painted } = bench(1);
  add('a', 'old');
  add('b');
  add('a', 'new');
  frame();
  expect(painted).toEqual(['b', 'new']);
});

test('a picture that has gone is not painted', () => {
  const { add, frame, painted, queue } = bench(1);
  add('a');
  add('b');
  queue.drop('a');
  frame();
  expect(painted).toEqual(['b']);
});
