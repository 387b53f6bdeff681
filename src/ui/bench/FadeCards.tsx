'use client';
import { formatLength } from '@/words/lengths';
import { fadeNotes, inkedAt, inkingsOf, inkOf, lengthOfLine, secondInkOf } from '@/derived';
import { FadeTones } from '@/ui/kit/FadeTones';
import { FileLink } from '@/ui/kit/FileLink';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { fadeWords } from '@/words/fades';
import { noteInWords } from '@/words/notes';

/** How the fades of a run are laid, with the tones to hold beside the sheet. */
export function FadeCards({ index }: { readonly index: number }) {
  const { plan, sheet, unit, urls } = usePrintDesk('plan', 'sheet', 'unit', 'urls');
  const run = plan.runs[index];
  return inkingsOf(run).map((inking) => {
    const { fade } = inking;
    if (!fade) return null;
    const { notes, warnings } = fadeNotes(plan, sheet, inking, (p) =>
      inkedAt(plan, sheet, sheet.parts[p], run, inking),
    );
    const second = secondInkOf(plan, inking);
    return (
      <section key={inking.id} className={kit.above14} aria-label={fadeWords('title')}>
        <p className={kit.lead}>
          {fadeWords('bench.said', {
            ...{ ink: inkOf(plan, inking).name, to: second?.name ?? '', over: String(second !== undefined) },
            length: formatLength(lengthOfLine(fade), unit, 0),
          })}
        </p>
        <FadeTones inking={inking} index={index} />
        <p className={kit.note}>{fadeWords('bench.strip')}</p>
        {[...notes, ...warnings].map((note) => (
          <p key={note.code} className={kit.above4}>
            {noteInWords(note, unit)}
          </p>
        ))}
        <FileLink className={kit.above6} href={urls.file(`fade-${index + 1}.pdf`)}>
          {fadeWords('drawing')}
        </FileLink>
      </section>
    );
  });
}
