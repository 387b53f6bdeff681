'use client';
import { Explained } from '@/ui/kit/glossary/Explained';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import Link from 'next/link';
import { useState, type ReactNode } from 'react';
import { FADE_CURVES } from '@/core/layers';
import { formatLength } from '@/words/lengths';
import {
  fadeAlong,
  fadeNotes,
  finishedBy,
  firstFade,
  inkedAt,
  inkingsOf,
  inkNeedOf,
  inkOf,
  lengthOfLine,
  secondInkNeedOf,
  secondInkOf,
} from '@/derived';
import { FADE_BY, PLACE_ON_PRINT_MM, type InkFade } from '@/model';
import { Choice } from '@/ui/kit/Choice';
import { LengthField } from '@/ui/kit/fields';
import { FadeTones } from '@/ui/kit/FadeTones';
import { FileLink } from '@/ui/kit/FileLink';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { Swatch } from '@/ui/kit/Swatch';
import { inWords } from '@/words/failures';
import { fadeWords } from '@/words/fades';
import { noteInWords } from '@/words/notes';
import { gramsInWords } from '@/words/quantities';
import { useSheetCount } from '@/ui/kit/useSheetCount';
import css from './Fades.module.css';
import { useGradations } from './useGradations';

type LaidInking = ReturnType<typeof inkingsOf>[number];
interface Props {
  readonly inking: LaidInking;
  /** Of its run, from 0. */
  readonly index: number;
  readonly closed: boolean;
  readonly onLook: () => void;
}

/** How an ink fades: along which line, to what, by what it is laid, and what comes of it. */
export function FadePart({ inking, index, closed, onLook }: Props) {
  const { plan } = usePrintDesk('plan');
  const set = useFadeSet(inking);
  const { fade } = inking;
  return (
    <section aria-label={fadeWords('title')}>
      <h3>
        <Explained term="fade">{fadeWords('title')}</Explained>
      </h3>
      {fade ? (
        <>
          <FadeTones inking={inking} index={index} />
          <FadeFields inking={inking} fade={fade} closed={closed} />
          <div className={clsx(kit.row, kit.gap6, kit.above8)}>
            <Button onClick={onLook}>{fadeWords('onTheLook')}</Button>
            {!closed && <AsThePicture inking={inking} index={index} />}
            {!closed && <Button onClick={() => set(null)}>{fadeWords('end')}</Button>}
          </div>
          <FadeSays inking={inking} index={index} />
        </>
      ) : (
        <>
          <p className={kit.note}>{fadeWords('none')}</p>
          {!closed && (
            <Button
              className={kit.above8}
              onClick={() => {
                set(firstFade(plan, inking));
                onLook();
              }}
            >
              {fadeWords('begin')}
            </Button>
          )}
        </>
      )}
    </section>
  );
}

/** Sets the fade of an inking, and with it what its ink is laid by. */
export function useFadeSet({ id }: Pick<LaidInking, 'id'>) {
  const { change } = usePrintDesk('change');
  return (fade: InkFade | null) =>
    void change({
      kind: 'inking-set',
      inkingId: id,
      part: { fade, ...(fade && { laidBy: fade.by === 'brush' || fade.by === 'second brush' ? 'brush' : 'roller' }) },
    });
}

function FadeFields({ inking, fade, closed }: Pick<Props, 'inking' | 'closed'> & { readonly fade: InkFade }) {
  const { unit } = usePrintDesk('unit');
  const set = useFadeSet(inking);
  const length = (
    label: 'beginsRight' | 'beginsDown' | 'endsRight' | 'endsDown',
    end: 'fromMm' | 'toMm',
    axis: 'xMm' | 'yMm',
  ) => (
    <LengthField
      label={fadeWords(label)}
      valueMm={fade[end][axis]}
      unit={unit}
      range={PLACE_ON_PRINT_MM}
      disabled={closed}
      onChange={(mm) => set({ ...fade, [end]: { ...fade[end], [axis]: mm } })}
    />
  );
  return (
    <>
      <GoesOverTo inking={inking} fade={fade} closed={closed} />
      <Choice
        label={fadeWords('curve')}
        value={fade.curve}
        options={FADE_CURVES.map((curve) => [curve, fadeWords(`curves.${curve}`)] as const)}
        className={kit.above12}
        disabled={closed}
        onChange={(curve) => set({ ...fade, curve })}
      />
      <Choice
        label={fadeWords('by')}
        value={fade.by}
        options={FADE_BY.map((by) => [by, fadeWords(`laidBy.${by}`)] as const)}
        className={kit.above12}
        disabled={closed}
        onChange={(by) => set({ ...fade, by })}
      />
      <div className={clsx(kit.fields, kit.above12)}>
        {length('beginsRight', 'fromMm', 'xMm')}
        {length('beginsDown', 'fromMm', 'yMm')}
        {length('endsRight', 'toMm', 'xMm')}
        {length('endsDown', 'toMm', 'yMm')}
      </div>
    </>
  );
}

const NOTHING = 'nothing',
  NEW = 'new';

/** To nothing, to another ink of the print, or to one of its own. */
function GoesOverTo({ inking, fade, closed }: Pick<Props, 'inking' | 'closed'> & { readonly fade: InkFade }) {
  const { plan, change } = usePrintDesk('plan', 'change');
  const set = useFadeSet(inking);
  const own = inkOf(plan, inking);
  const choose = (id: string) => {
    if (id !== NEW) {
      set({ ...fade, toInkId: id === NOTHING ? null : id });
      return;
    }
    const made = `ink-fade-${Date.now().toString(36)}`;
    const solidLabD50 = fade.wanted?.toLabD50 ?? own.solidLabD50;
    const name = fadeWords('newInk', { ink: own.name }).slice(0, 60);
    void change({ kind: 'ink-added', ink: { ...own, id: made, name, solidLabD50, film: null, recipe: null } });
    set({ ...fade, toInkId: made });
  };
  const options = [
    [NOTHING, fadeWords('toNothing')],
    ...plan.inks
      .filter(({ id }) => id !== own.id)
      .map((ink): readonly [string, ReactNode] => [
        ink.id,
        <>
          <Swatch lab={ink.solidLabD50} />
          &ensp;{ink.name}
        </>,
      ]),
    [NEW, fadeWords('toNew')],
  ] as const;
  return (
    <Choice
      label={fadeWords('goesOver')}
      value={fade.toInkId ?? NOTHING}
      options={options}
      className={kit.above12}
      disabled={closed}
      onChange={choose}
    />
  );
}

/** Line and ends taken from the picture itself, over the colours this run finishes. */
function AsThePicture({ inking, index }: Pick<Props, 'inking' | 'index'>) {
  const { plan, looks } = usePrintDesk('plan', 'looks');
  const ask = useGradations(),
    set = useFadeSet(inking);
  const [says, setSays] = useState<string>();
  const take = async () => {
    setSays(fadeWords('looking'));
    const own = plan.flat!.colours.findIndex(({ id }) => id === inking.colourId);
    const labels = finishedBy(looks!, plan, index);
    const answer = await ask([labels.length > 0 ? labels : [own]]);
    if (!answer.ok) {
      setSays(inWords(answer));
      return;
    }
    const [found] = answer.value;
    setSays(found ? undefined : fadeWords('notThere'));
    if (found) set({ ...inking.fade!, ...fadeAlong(plan, found) });
  };
  return (
    <>
      <Button onClick={() => void take()}>{fadeWords('fromPicture')}</Button>
      <span role="status" className={kit.note}>
        {says}
      </span>
    </>
  );
}

/** What the bench must know, how much ink each end wants, and where it is drawn for the block. */
function FadeSays({ inking, index }: Pick<Props, 'inking' | 'index'>) {
  const { plan, sheet, unit, urls } = usePrintDesk('plan', 'sheet', 'unit', 'urls');
  const sheets = useSheetCount();
  const run = plan.runs[index],
    fade = inking.fade!,
    second = secondInkOf(plan, inking);
  const { notes, warnings } = fadeNotes(plan, sheet, inking, (p) => inkedAt(plan, sheet, sheet.parts[p], run, inking));
  const need = (grams: number, ink: string) => fadeWords('need', { grams: gramsInWords(grams), ink });
  const needs = [
    need(inkNeedOf(plan, sheet, run, inking, sheets).grams, inkOf(plan, inking).name),
    ...(second ? [need(secondInkNeedOf(plan, sheet, run, inking, sheets)!.grams, second.name)] : []),
  ];
  return (
    <div className={clsx(kit.note, kit.above8, css.says)}>
      <p>
        {fadeWords('length', { length: formatLength(lengthOfLine(fade), unit, 0) })}.{' '}
        {notes.map((note) => noteInWords(note, unit)).join(' ')}
      </p>
      {warnings.map((warning) => (
        <p key={warning.code} className={kit.madder}>
          {noteInWords(warning, unit)}
        </p>
      ))}
      <p>{fadeWords('needFor', { sheets, needs: needs.join(' · ') })}</p>
      {fade.wanted ? (
        <p>
          {fadeWords('wanted')}: <Swatch lab={fade.wanted.fromLabD50} /> {fadeWords('wantedBegin')},{' '}
          <Swatch lab={fade.wanted.toLabD50} /> {fadeWords('wantedEnd')}.{' '}
          <Link href={urls.page('inks')}>{fadeWords('toInks')}</Link>
        </p>
      ) : (
        <p>{fadeWords('wantedNone')}</p>
      )}
      <p>
        <FileLink href={urls.file(`fade-${index + 1}.pdf`)}>{fadeWords('drawing')}</FileLink>
      </p>
    </div>
  );
}
