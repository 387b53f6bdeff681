/**
 * A process of its own that decodes one picture somebody else made. Standard input: the picture, then what is asked of it as JSON
 * tasks, each after four bytes with its length. Standard output, for each task: the lengths of a JSON record and of bytes, four bytes
 * each, then both. It ends with its input, or itself when it takes more memory than it may; the server ends it when it takes too long
 * or nobody waits for it any more.
 */
import sharp from 'sharp';

const MOST_MEMORY = 1024 * 1024 * 1024;
setInterval(() => {
  if (process.memoryUsage.rss() > MOST_MEMORY) process.exit(71);
}, 20).unref();
sharp.cache(false);
sharp.concurrency(1);

/** The density at which an SVG's longer side has `longSidePx` pixels. Lengths in mm grow with its square, lengths in px do not: measured. */
async function svgDensity(bytes, longSidePx) {
  const longSideAt = async (density) => {
    const { width, height } = await sharp(bytes, { density, limitInputPixels: false }).metadata();
    return Math.max(width ?? 1, height ?? 1);
  };
  const base = await longSideAt(72);
  const power = Math.log2((await longSideAt(144)) / base);
  return Math.min(2400, Math.max(1, 72 * (longSidePx / base) ** (1 / Math.max(0.5, power))));
}

function cropPx(crop, width, height) {
  const left = Math.min(width - 1, Math.round(crop.x * width)),
    top = Math.min(height - 1, Math.round(crop.y * height));
  return {
    left,
    top,
    width: Math.max(1, Math.min(width - left, Math.round(crop.width * width))),
    height: Math.max(1, Math.min(height - top, Math.round(crop.height * height))),
  };
}

const rawOf = ({ data, info }) =>
  sharp(data, { raw: { width: info.width, height: info.height, channels: info.channels } });

const tasks = {
  /** What the file says of itself. */
  async inspect(bytes) {
    const { format, width, height, orientation } = await sharp(bytes, {
      limitInputPixels: false,
      failOn: 'error',
    }).metadata();
    return { answer: { format, width, height, orientation } };
  },
  /** Upright, laid on the paper, turned, mirrored, cropped and scaled, as PNG. */
  async raster(bytes, { limitInputPixels, svgLongSidePx, background, turnDeg, mirrored, crop, widthPx, heightPx }) {
    const density = svgLongSidePx ? { density: await svgDensity(bytes, svgLongSidePx) } : {};
    const upright = await sharp(bytes, { limitInputPixels, failOn: 'error', ...density })
      .rotate()
      .toColourspace('srgb')
      .flatten({ background })
      .raw()
      .toBuffer({ resolveWithObject: true });
    let placed = rawOf(upright);
    if (turnDeg !== 0) placed = placed.rotate(turnDeg);
    if (mirrored) placed = placed.flop();
    const turned = await placed.raw().toBuffer({ resolveWithObject: true });
    const png = await rawOf(turned)
      .extract(cropPx(crop, turned.info.width, turned.info.height))
      .resize(widthPx, heightPx, { fit: 'fill', kernel: 'lanczos3' })
      .removeAlpha()
      .toColourspace('srgb')
      .png({ compressionLevel: 3 })
      .toBuffer();
    return { answer: {}, bytes: png };
  },
  /** Upright, turned, mirrored and small, as PNG. */
  async preview(bytes, { limitInputPixels, svgLongSidePx, background, turnDeg, mirrored, longSidePx }) {
    const density = svgLongSidePx ? { density: await svgDensity(bytes, svgLongSidePx) } : {};
    const small = await sharp(bytes, { limitInputPixels, ...density })
      .rotate()
      .toColourspace('srgb')
      .flatten({ background })
      .resize(longSidePx, longSidePx, { fit: 'inside' })
      .png()
      .toBuffer();
    const turned = await sharp(small).rotate(turnDeg).png().toBuffer();
    return { answer: {}, bytes: mirrored ? await sharp(turned).flop().png().toBuffer() : turned };
  },
  /** Upright and as large as it is, as JPEG; nothing the camera wrote into its file goes along. */
  async whole(bytes, { limitInputPixels, svgLongSidePx, background }) {
    const density = svgLongSidePx ? { density: await svgDensity(bytes, svgLongSidePx) } : {};
    const jpeg = await sharp(bytes, { limitInputPixels, failOn: 'error', ...density })
      .rotate()
      .toColourspace('srgb')
      .flatten({ background })
      .jpeg({ quality: 90 })
      .toBuffer();
    return { answer: {}, bytes: jpeg };
  },
  /** A scan as PNG with the resolution it says it has. */
  async scan(bytes, { limitInputPixels }) {
    const image = sharp(bytes, { limitInputPixels, failOn: 'error' });
    const { format, density } = await image.metadata();
    if (!['png', 'jpeg', 'tiff'].includes(format ?? '')) return { answer: { format } };
    const png = await image.rotate().toColourspace('srgb').removeAlpha().png({ compressionLevel: 1 }).toBuffer();
    return { answer: { format, density }, bytes: png };
  },
};

/** What comes on standard input, part by part. */
async function* parts() {
  let held = [],
    heldBytes = 0,
    wanted = Infinity;
  for await (const chunk of process.stdin) {
    held.push(chunk);
    heldBytes += chunk.length;
    for (;;) {
      if (wanted === Infinity && heldBytes >= 4) {
        held = [Buffer.concat(held)];
        wanted = 4 + held[0].readUInt32LE(0);
      }
      if (heldBytes < wanted) break;
      const whole = Buffer.concat(held);
      yield whole.subarray(4, wanted);
      held = [whole.subarray(wanted)];
      heldBytes -= wanted;
      wanted = Infinity;
    }
  }
}

let picture;
for await (const part of parts()) {
  if (!picture) {
    picture = part;
    continue;
  }
  const { task, ...settings } = JSON.parse(part.toString('utf8'));
  let result;
  try {
    result = await tasks[task](picture, settings);
  } catch (error) {
    result = { answer: { error: String(error?.message ?? error) } };
  }
  const head = Buffer.from(JSON.stringify(result.answer)),
    bytes = result.bytes ?? Buffer.alloc(0),
    lengths = Buffer.alloc(8);
  lengths.writeUInt32LE(head.length);
  lengths.writeUInt32LE(bytes.length, 4);
  for (const piece of [lengths, head, bytes]) process.stdout.write(piece);
}
