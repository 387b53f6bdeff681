'use client';
import { Explained } from '@/ui/kit/glossary/Explained';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useCallback, useEffect, useRef, type RefObject } from 'react';
import { keyImpressions, transferById, TRANSFER_WAYS, type TransferWay } from '@/core/cutting';
import { SPARES_RANGE } from '@/model';
import { inkNamesOf, blocksOfRun, isType, wantedOf } from '@/derived';
import { DrawnOn } from './DrawnOn';
import { Cautions } from '../../kit/Cautions';
import { wordOfLab } from '../../kit/colours';
import { CountField } from '../../kit/fields';
import { FileLink } from '@/ui/kit/FileLink';
import { usePrintDesk } from '../../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './TransferPanel.module.css';
import { blockWords } from '@/words/block';
import { rich } from '@/ui/kit/rich';
import { transferWords } from '@/words/transfers';

const INK_WORD = 0xff21241f;

/** How the drawing comes onto the block, and the files for it. */
export function TransferPanel() {
  const { plan, urls } = usePrintDesk('plan', 'urls');
  const way = transferById(plan.transfer.wayId);
  const key = keyImpressions(plan.blocks.length, plan.transfer.spares);
  const drawings = [
    ['key', blockWords('transfer.keyLines')],
    ['flat', blockWords('transfer.flatTones')],
    ...plan.blocks.map((block, i) => [`block-${i + 1}`, block.name]),
  ] as const;
  return (
    <>
      <section>
        <WayChoice way={way} />
        <p className={clsx(kit.say, way.drawing === 'mirrored' && kit.bad, kit.above12, kit.below6)}>
          {rich(
            blockWords.rich('transfer.prepareTheDrawingIt', {
              strong: (c) => <strong>{c}</strong>,
              drawing: transferWords(`drawing.${way.drawing}`),
              mirrored: String(way.drawing === 'mirrored'),
            }),
          )}
        </p>
        <p className={kit.note}>{transferWords(`how.${way.id}`)}</p>
        {plan.lettering.length > 0 && (
          <p className={clsx(kit.say, kit.bad, kit.above8)}>
            {blockWords('transfer.letteringInPicture', { lettering: plan.lettering.length })}
          </p>
        )}
        {way.solvent && (
          <div className={kit.above8}>
            <p className={clsx(kit.say, kit.bad, kit.small)}>{blockWords('transfer.solventsAirTheRoom')}</p>
            <Cautions place="ink" />
          </div>
        )}
      </section>
      <section>
        <h2>
          <Explained term="lettering">{blockWords('transfer.theDrawingTrueTo')}</Explained>
        </h2>
        <div className={clsx(kit.above8, kit.plain, css.files)}>
          {drawings.map(([file, name]) => (
            <DrawingRow key={file} name={name} href={(format) => urls.file(`drawing-${file}.${format}`)} />
          ))}
        </div>
        <p className={clsx(kit.note, kit.above6)}>
          {blockWords('transfer.drawingFile', {
            mirrored: String(way.drawing === 'mirrored'),
            exportPaper: plan.layout.exportPaper,
          })}
        </p>
      </section>
      <StillStands />
      {way.id === 'offset' && <KeyImpressions key={key} />}
      <BlockBacks />
    </>
  );
}

/** Every block as it is now, to draw on. */
function StillStands() {
  const { urls } = usePrintDesk('urls');
  return (
    <section>
      <h2>{blockWords('transfer.whatStillStands')}</h2>
      <p className={clsx(kit.note, kit.around4)}>{blockWords('transfer.tracingSays')}</p>
      <p className={clsx(kit.row, kit.gap12)}>
        <FileLink href={urls.file('tracing-block.pdf')}>{blockWords('transfer.tracingBlock')}</FileLink>
        <FileLink href={urls.file('tracing-print.pdf')}>{blockWords('transfer.tracingPrint')}</FileLink>
      </p>
      <DrawnOn />
    </section>
  );
}

/** Every block by what is written on its back, ticked when the drawing is on it. */
function BlockBacks() {
  const { name, plan, change } = usePrintDesk('name', 'plan', 'change');
  const blocks = plan.blocks.filter((block) => !isType(block));
  const { ticked } = plan.transfer,
    on = blocks.filter(({ id }) => ticked.includes(id)).length;
  const tick = (id: string) =>
    change({
      kind: 'transfer-set',
      part: { ticked: ticked.includes(id) ? ticked.filter((one) => one !== id) : [...ticked, id] },
    });
  return (
    <section>
      <h2>{blockWords('transfer.onTheBlocksBack')}</h2>
      <p className={kit.note} data-testid="transfer-ticked">
        {blockWords('transfer.drawingOn', { on, blocks: blocks.length })}
      </p>
      <ul className={kit.watch}>
        {blocks.map((block, i) => (
          <li key={block.id} className={kit.small}>
            <label className={clsx(kit.row, kit.gap8, kit.noWrap)}>
              <input type="checkbox" checked={ticked.includes(block.id)} onChange={() => void tick(block.id)} />
              <span>
                {blockWords('transfer.ofArrowUpOrigin', {
                  ...{ name, blockName: block.name, block: i + 1, blocks: blocks.length },
                  runs: plan.runs
                    .map((run, r) => ({ run, r }))
                    .filter(({ run }) => blocksOfRun(plan, run).some((one) => one.block.id === block.id))
                    .map(({ run, r }) => blockWords('transfer.runWithInk', { run: r + 1, ink: inkNamesOf(plan, run) }))
                    .join(', '),
                })}
              </span>
            </label>
          </li>
        ))}
      </ul>
      {transferById(plan.transfer.wayId).id === 'paste' && <Pasting blocks={blocks.length} />}
    </section>
  );
}

/** Impressions of the key pasted face down: how many, and in what order. */
function Pasting({ blocks }: { readonly blocks: number }) {
  const { plan } = usePrintDesk('plan');
  return (
    <>
      <h3 className={kit.above10}>{blockWords('transfer.pasting')}</h3>
      <ol className={kit.watch}>
        <li className={kit.small}>
          {blockWords('transfer.pastingTake', {
            impressions: keyImpressions(blocks, plan.transfer.spares),
            spares: plan.transfer.spares,
          })}
        </li>
        {(['pastingColour', 'pastingMarks', 'pastingRub', 'pastingDry'] as const).map((step) => (
          <li key={step} className={kit.small}>
            {blockWords(`transfer.${step}`)}
          </li>
        ))}
      </ol>
    </>
  );
}

function KeyImpressions({ key }: { key: number }) {
  const { plan, change } = usePrintDesk('plan', 'change');
  return (
    <section>
      <h2>
        <Explained term="offset">{blockWords('transfer.keyImpressions')}</Explained>
      </h2>
      <p className={clsx(kit.plain, kit.above4, kit.below10)}>
        {plan.blocks.length > 1
          ? blockWords('transfer.takeFromTheKey', { key, blocks: plan.blocks.length - 1 })
          : blockWords('transfer.thisPrintHasOne')}
      </p>
      {plan.blocks.length > 1 && (
        <CountField
          label={blockWords('transfer.spares')}
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
      label={blockWords('transfer.theDrawingComesOnto')}
      value={way.id}
      onChange={(e) => void change({ kind: 'transfer-set', part: { wayId: e.target.value as typeof way.id } })}
      className={kit.above8}
    >
      {TRANSFER_WAYS.map((w) => (
        <MenuItem key={w.id} value={w.id}>
          {transferWords(`name.${w.id}`)}
        </MenuItem>
      ))}
    </TextField>
  );
}

function DrawingRow({ name, href }: { name: string; href: (format: string) => string }) {
  return (
    <>
      <span>{name}</span>
      <FileLink size="small" href={href('pdf')} aria-label={blockWords('transfer.pdf', { name })}>
        {blockWords('transfer.pdf2')}
      </FileLink>
      <FileLink size="small" href={href('svg')} aria-label={blockWords('transfer.svg', { name })}>
        {blockWords('transfer.svg2')}
      </FileLink>
      <FileLink size="small" href={`${href('png')}?dpi=300`} aria-label={blockWords('transfer.pngAt', { name })}>
        300
      </FileLink>
      <FileLink size="small" href={`${href('png')}?dpi=600`} aria-label={blockWords('transfer.pngAt2', { name })}>
        600
      </FileLink>
    </>
  );
}

/** Drawing, block and print side by side, so that one sees what turns over. */
export function TransferPictures() {
  const { plan } = usePrintDesk('plan');
  const way = transferById(plan.transfer.wayId);
  const turned = (yes: boolean) => (yes ? blockWords('transfer.turnedOver') : blockWords('transfer.notTurned'));
  return (
    <div className={css.transferPictures} role="region" aria-label={blockWords('block.ontoTheBlock')} tabIndex={0}>
      <Picture
        title={blockWords('transfer.theDrawing')}
        mirrored={way.drawing === 'mirrored'}
        note={way.drawing === 'mirrored' ? 'mirrored' : blockWords('transfer.asSeen')}
        lines
      />
      <Arrow words={way.flips === 2 ? blockWords('transfer.turnedOverTwice') : turned(way.flips === 1)} />
      <Picture
        title={blockWords('transfer.theBlock')}
        mirrored
        note={blockWords('transfer.mirroredFaceUp')}
        lines
        block
      />
      <p className={clsx(kit.note, css.says)}>{blockWords('transfer.theFStandsFor')}</p>
      <Arrow words={blockWords('transfer.printingTurnsItOver')} back />
      <Picture title={blockWords('transfer.thePrint')} mirrored={false} note={blockWords('transfer.asSeen')} />
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
