/** What the door answers to whom it does not let in. */
const NOT_LET_IN = 401;

let shut = false;
const listeners = new Set<() => void>();

/** Whether this device is still let in, as the last answer of the server said. */
export const atDoor = {
  isShut: () => shut,
  subscribe: (heard: () => void) => {
    listeners.add(heard);
    return () => void listeners.delete(heard);
  },
  /** An answer came with this status; true when it says that this device is not let in. */
  saw: (status: number): boolean => {
    const now = status === NOT_LET_IN;
    if (now !== shut) {
      shut = now;
      listeners.forEach((heard) => heard());
    }
    return now;
  },
};
