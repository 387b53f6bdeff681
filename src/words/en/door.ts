/** What is said at the door, to devices and in the terminal: who is let in, who is turned away and why. */
export const door = {
  title: 'This workshop is closed to this device',
  says: 'At the machine that Ulexite runs on, “Let a device in” shows a code. Type it here, and how this device is to be called in its list.',
  code: 'Code',
  name: 'Name of this device',
  example: 'Tablet at the press',
  comeIn: 'Come in',
  plain:
    'Nothing is encrypted on the way between this device and the machine: whoever is on the same network with the means to listen can read prints and texts, and could act as this device. Use it on a network you trust.',
  secure: 'What goes between this device and the machine is encrypted with the owner’s own certificate.',
  why: {
    'put-out':
      'This device was put out. With a new code it comes in again; what was done here meanwhile is kept in this browser.',
    'wrong-code':
      'This code lets nobody in. It may be mistyped, older than five minutes, or used already. Have a new one shown.',
    'too-often': 'Too many codes were tried. Wait a minute, then try again.',
    'not-allowed': 'This device is not let in for that.',
    foreign: 'This address is not one of this machine’s.',
  },
  as: {
    look: 'let in to look on',
    bench: 'let in for the bench',
    desk: 'let in for the desk',
    machine: 'the machine itself',
  },
  role: 'This device is {role}, and that is not a part of it. It can be let in for more at the machine itself.',
  method: '{method} is nothing that Ulexite answers.',
  host: 'Ulexite is not served under the name “{host}”. Open {here}, or name the host in ULEXITE_HOSTS.',
  percent: 'The address holds a percent sign that stands for nothing. Open the shelf and go on from there.',
  foreign: 'Changes are accepted from Ulexite’s own pages only.',
  noDesktop:
    'This machine seems to have no desktop. To open Ulexite on another device run npm run let-in here: it shows an address and a code.',
  atAddress: 'On another device, point the camera here, or open {address}:',
  busy: 'Too much is being sent at once just now. Try again in a moment.',
} as const;
