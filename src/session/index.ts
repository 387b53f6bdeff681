export { type Item, type ItemKeeper } from './items';
export { itemsInBrowser } from './itemsInBrowser';
export { PrintSession, type SaveStatus, type Snapshot, type Voice } from './printSession';
export { newId } from './newId';
export { httpTransport, knownHeader } from './httpTransport';
export { type Ear, type Transport } from './transport';
export { atDoor } from './atDoor';
export { ask, askRaw, askScan } from './ask';
export { askFile } from './askFile';
