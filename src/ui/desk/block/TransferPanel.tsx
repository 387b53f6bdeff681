'use client';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useCallback, useEffect, useRef, type RefObject } from 'react';
import { keyImpressions, transferById, TRANSFER_WAYS, type TransferWay } from '@/core/cutting';
import { SPARES_RANGE } from '@/model';
import { inkNamesOf, blocksOfRun, wantedOf } from '@/derived';
import { Cautions } from '../../kit/Cautions';
import { wordOfLab } from '../../kit/colours';
import { CountField } from '../../kit/fields';
import { FileLink } from '@/ui/kit/FileLink';
import { usePrintDesk } from '../../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './TransferPanel.module.css';

const INK_WORD = 0xff21241f;

/** How the drawing comes onto the block, and the files for it. */
export function TransferPanel() {
  const { plan, urls } = usePrintDesk('plan', 'urls');
  const way = transferById(plan.transfer.wayId);
  const key = keyImpressions(plan.blocks.length, plan.transfer.spares);
  const drawings = [
    ['key', 'Key lines'],
    ['flat', 'Flat tones'],
    ...plan.blocks.map((block, i) => [`block-${i + 1}`, block.name]),
  ] as const;
  return (
    <>
      <section>
        <WayChoice way={way} />
        <p className={clsx(kit.say, way.drawing === 'mirrored' && kit.bad, kit.above12, kit.below6)}>
          Prepare the drawing <strong>{way.drawing}</strong>
          {way.drawing === 'mirrored'
            ? ': lettering reads backwards on it.'
            : ': it turns over on its way to the block.'}
        </p>
        <p className={kit.note}>{way.how}</p>
        {plan.lettering.length > 0 && (
          <p className={clsx(kit.say, kit.bad, kit.above8)}>
            {plan.lettering.length} part{plan.lettering.length === 1 ? '' : 's'} of this picture{' '}
            {plan.lettering.length === 1 ? 'is' : 'are'} lettering. Before you cut, check on the block itself that it
            reads backwards.
          </p>
        )}
        {way.solvent && (
          <div className={kit.above8}>
            <p className={clsx(kit.say, kit.bad, kit.small)}>
              Solvents: air the room, no flames, gloves that resist that solvent. Heat: no open flame.
            </p>
            <Cautions place="ink" />
          </div>
        )}
      </section>
      <section>
        <h2>The drawing, true to size</h2>
        <div className={clsx(kit.above8, kit.plain, css.files)}>
          {drawings.map(([file, name]) => (
            <DrawingRow key={file} name={name} href={(format) => urls.file(`drawing-${file}.${format}`)} />
          ))}
        </div>
        <p className={clsx(kit.note, kit.above6)}>
          {way.drawing === 'mirrored' ? 'Mirrored' : 'As seen'}, with origin corner, direction arrow, names and a check
          ruler; PDF on {plan.layout.exportPaper}. Numbers are PNG at 300 and 600 dots an inch.
        </p>
      </section>
      {way.id === 'offset' && <KeyImpressions key={key} />}
      <BlockBacks />
    </>
  );
}

function BlockBacks() {
  const { name, plan } = usePrintDesk('name', 'plan');
  return (
    <section>
      <h2>On the block’s back</h2>
      <ul className={kit.watch}>
        {plan.blocks.map((block, i) => (
          <li key={block.id} className={kit.small}>
            {name} · {block.name}, {i + 1} of {plan.blocks.length} ·{' '}
            {plan.runs
              .map((run, r) => ({ run, r }))
              .filter(({ run }) => blocksOfRun(plan, run).some((one) => one.block.id === block.id))
              .map(({ run, r }) => `run ${r + 1} ${inkNamesOf(plan, run)}`)
              .join(', ')}{' '}
            · arrow up, origin corner marked
          </li>
        ))}
      </ul>
    </section>
  );
}

function KeyImpressions({ key }: { key: number }) {
  const { plan, change } = usePrintDesk('plan', 'change');
  return (
    <section>
      <h2>Key impressions</h2>
      <p className={clsx(kit.plain, kit.above4, kit.below10)}>
        {plan.blocks.length > 1
          ? `Take ${key} from the key block: one for each of the ${plan.blocks.length - 1} other blocks, and spares.`
          : 'This print has one block, so there is nothing to offset onto.'}
      </p>
      {plan.blocks.length > 1 && (
        <CountField
          label="Spares"
          value={plan.transfer.spares}
          range={SPARES_RANGE}
          onChange={(spares) => void change({ kind: 'transfer-set', part: { spares } })}
        />
      )}
    </section>
  );
}

function WayChoice({ way }: { way: TransferWay }) {
  const { change } = usePrintDesk('change');
  return (
    <TextField
      select
      fullWidth
      label="The drawing comes onto the block by"
      value={way.id}
      onChange={(e) => void change({ kind: 'transfer-set', part: { wayId: e.target.value as typeof way.id } })}
      className={kit.above8}
    >
      {TRANSFER_WAYS.map((w) => (
        <MenuItem key={w.id} value={w.id}>
          {w.name}
        </MenuItem>
      ))}
    </TextField>
  );
}

function DrawingRow({ name, href }: { name: string; href: (format: string) => string }) {
  return (
    <>
      <span>{name}</span>
      <FileLink size="small" href={href('pdf')} aria-label={`${name}, PDF`}>
        PDF
      </FileLink>
      <FileLink size="small" href={href('svg')} aria-label={`${name}, SVG`}>
        SVG
      </FileLink>
      <FileLink size="small" href={`${href('png')}?dpi=300`} aria-label={`${name}, PNG at 300`}>
        300
      </FileLink>
      <FileLink size="small" href={`${href('png')}?dpi=600`} aria-label={`${name}, PNG at 600`}>
        600
      </FileLink>
    </>
  );
}

/** Drawing, block and print side by side, so that one sees what turns over. */
export function TransferPictures() {
  const { plan } = usePrintDesk('plan');
  const way = transferById(plan.transfer.wayId);
  const turned = (yes: boolean) => (yes ? 'turned over' : 'not turned');
  return (
    <div className={css.transferPictures}>
      <Picture
        title="the drawing"
        mirrored={way.drawing === 'mirrored'}
        note={way.drawing === 'mirrored' ? 'mirrored' : 'as seen'}
        lines
      />
      <Arrow words={way.flips === 2 ? 'turned over twice' : turned(way.flips === 1)} />
      <Picture title="the block" mirrored note="mirrored, face up" lines block />
      <p className={clsx(kit.note, css.says)}>
        The F stands for any lettering: it must read backwards on the block. Lay the print-out on the block the way the
        arrow says, and look for the origin corner before you rub or trace.
      </p>
      <Arrow words="printing turns it over" back />
      <Picture title="the print" mirrored={false} note="as seen" />
    </div>
  );
}

function Arrow({ words, back }: { words: string; back?: boolean }) {
  return (
    <div className={css.arrow}>
      <svg width="44" height="14" aria-hidden className={clsx(back && css.turned)}>
        <path d="M0 7h38M32 1l7 6-7 6" fill="none" stroke="currentColor" strokeWidth="1.6" />
      </svg>
      <span className={kit.quiet}>{words}</span>
    </div>
  );
}

interface PictureProps {
  readonly title: string;
  readonly mirrored: boolean;
  readonly note: string;
  readonly lines?: boolean;
  readonly block?: boolean;
}

function Picture({ title, mirrored, note, lines, block }: PictureProps) {
  const { plan } = usePrintDesk('plan');
  const canvas = useRef<HTMLCanvasElement>(null);
  const { widthPx, heightPx } = plan.picture!.raster;
  const labelsSha = plan.flat?.labelsSha;
  const draw = useDrawn(canvas, heightPx, widthPx, block, lines, mirrored);
  useEffect(() => {
    void draw();
  }, [draw, labelsSha]);
  const mark = mirrored ? { left: 'auto', right: '8%' } : { left: '8%', right: 'auto' };
  return (
    <figure>
      <div className={css.framed}>
        <canvas
          ref={canvas}
          className={kit.fullWidth}
          style={{ aspectRatio: `${widthPx} / ${heightPx}` }}
          role="img"
          aria-label={`${title}, ${note}`}
        />
        <span className={clsx(css.flag, mirrored && kit.mirror)} style={mark} aria-hidden>
          F
        </span>
      </div>
      <figcaption>
        <strong>{title}</strong> <span className={mirrored ? kit.madder : kit.quiet}>{note}</span>
      </figcaption>
    </figure>
  );
}

function useDrawn(
  canvas: RefObject<HTMLCanvasElement | null>,
  heightPx: number,
  widthPx: number,
  block: boolean | undefined,
  lines: boolean | undefined,
  mirrored: boolean,
) {
  const { plan, sheetWorker } = usePrintDesk('plan', 'sheetWorker');
  const draw = useCallback(async () => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    const width = Math.round(context.canvas.clientWidth * (window.devicePixelRatio || 1)),
      height = Math.round((width * heightPx) / widthPx);
    const base = block ? 0xffb4c7cf : 0xfff3f9fb;
    const styles = wantedOf(plan).map((lab) => ({ fill: lines ? base : wordOfLab(lab) }));
    const answer = await sheetWorker.ask('paint', {
      what: 'labels',
      styles,
      view: { x: 0, y: 0, pxPerOut: widthPx / width, mirrored },
      width,
      height,
      backdrop: base,
      lines: lines ? INK_WORD : undefined,
    });
    if (!answer.ok) return;
    context.canvas.width = width;
    context.canvas.height = height;
    context.drawImage(answer.value, 0, 0);
    answer.value.close();
  }, [canvas, plan, sheetWorker, mirrored, lines, block, widthPx, heightPx]);
  return draw;
}
