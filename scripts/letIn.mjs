/**
 * `npm run let-in [look|bench|desk] [devices]`: opens the running server to the network and shows a code that lets devices in, as words and
 * as a QR code; without a role, for the bench.
 */
import qrcode from 'qrcode';
import { doorway, keepingRoom } from './workshop.mjs';

const here = `http://127.0.0.1:${process.env.PORT ?? 3210}`;
const [role = 'bench', devices = '1'] = process.argv.slice(2);
const { doorWords } = await doorway();
const { keepingWords } = await keepingRoom();

function stop(message) {
  console.error(message);
  process.exit(1);
}
if (!['look', 'bench', 'desk'].includes(role)) stop(keepingWords('terminal.role', { role }));
const answer = await fetch(`${here}/api/devices`, {
  method: 'POST',
  headers: { 'Content-Type': 'application/json', Origin: here },
  body: JSON.stringify({ role, devices: Number(devices), places: Number(devices) > 1 }),
}).catch(() => stop(keepingWords('terminal.noServer', { here })));
const made = await answer.json();
if (!answer.ok) stop(made.message);
if (made.addresses.length === 0) stop(keepingWords('code.nowhere'));
console.log(`\n${keepingWords('terminal.code', { addresses: made.addresses.join(' / '), code: made.code })}\n`);
console.log(await qrcode.toString(made.link, { type: 'terminal', small: true }));
console.log(keepingWords('code.uses', { devices: made.devices }));
console.log(doorWords(made.secure ? 'secure' : 'plain'));
