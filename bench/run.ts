import { cuttableReport } from './parts/cuttable';
import { classReport } from './parts/classOfThirty';
import { colourReport } from './parts/colour';
import { composeReport } from './parts/compose';
import { daysReport } from './parts/days';
import { cuttingReport } from './parts/cutting';
import { fadesReport } from './parts/fades';
import { devicesReport } from './parts/devices';
import { interfaceReport } from './parts/interface';
import { lossesReport } from './parts/losses';
import { memoryReport } from './parts/memory';
import { piecesReport } from './parts/pieces';
import { pictureReport, sizeReport } from './parts/picture';
import { registerReport } from './parts/register';
import { sittingReport } from './parts/sitting';
import { storeReport } from './parts/store';
import { writeSection } from './report';

const PARTS = [
  { name: 'picture', heading: 'Picture', measure: pictureReport },
  { name: 'size', heading: 'Size and preview', measure: sizeReport },
  { name: 'colour', heading: 'Colour', measure: colourReport },
  { name: 'compose', heading: 'Composing and proofs', measure: composeReport },
  { name: 'fades', heading: 'Fades and key drawings', measure: fadesReport },
  { name: 'pieces', heading: 'Sawn apart, laid again, set in type', measure: piecesReport },
  { name: 'cutting', heading: 'Cutting', measure: cuttingReport },
  { name: 'cuttable', heading: 'Cuttable by construction', measure: cuttableReport },
  { name: 'register', heading: 'Registration', measure: registerReport },
  { name: 'interface', heading: 'Interface', measure: interfaceReport },
  { name: 'devices', heading: 'One print on two devices', measure: devicesReport },
  { name: 'class', heading: 'A class of thirty', measure: classReport },
  { name: 'sitting', heading: 'A sitting at the bench', measure: sittingReport },
  { name: 'days', heading: 'Days and paper', measure: daysReport },
  { name: 'losses', heading: 'Losses by way', measure: lossesReport },
  { name: 'store', heading: 'A large store', measure: storeReport },
  { name: 'memory', heading: 'Memory', measure: memoryReport },
] as const;

/** Measures the parts named, or all, and writes each as soon as it is done. */
async function main(wanted: readonly string[]): Promise<void> {
  const unknown = wanted.find((name) => !PARTS.some((part) => part.name === name));
  if (unknown !== undefined)
    throw new Error(`no part is called ${unknown}; there are ${PARTS.map((part) => part.name).join(', ')}`);
  for (const { name, heading, measure } of PARTS)
    if (wanted.length === 0 || wanted.includes(name)) writeSection(heading, await measure());
}

void main(process.argv.slice(2));
