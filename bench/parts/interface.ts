import { measureInterface } from '../interface';

/** The built application's own times, driven in Chromium on the sample workshop. */
export async function interfaceReport(): Promise<string> {
  const figures = await measureInterface();
  return `- A pull acknowledged, at the median of ${figures.pulls}: ${figures.pullMs.toFixed(1)} ms (goal < 15 ms), of which the disk is waited for (WAL, synchronous FULL).
- Runs reordered to new looks painted, at the median of ${figures.reorders}: ${figures.reorderMs.toFixed(0)} ms (goal < 100 ms).
- An edit applied and laid out, main thread, at the median of ${figures.edits}: ${figures.editMs.edition.toFixed(0)} ms for the edition under Sheets, ${figures.editMs.margin.toFixed(0)} ms for a margin under
  Register (goal < 16 ms); the curves under Sheets follow after that.
- A slider moved to its preview painted: ${figures.previewMs.toFixed(0)} ms (goal < 200 ms).
- First load of the Runs view: ${figures.runsKb.toFixed(0)} kB of JavaScript compressed; Picture view: ${figures.pictureKb.toFixed(0)} kB (goal < 350 kB).
- Longest task on the main thread while the Picture view of an A4-sized print opens, in a browser that has nothing of it yet: ${figures.openingTaskMs.toFixed(0)} ms, the
  evaluation of the framework's own scripts; from its first look on, while it is flattened and a slider is moved: ${figures.longestTaskMs.toFixed(0)} ms (goal: none over 50).
`;
}
