/**
 * How a file is asked for whose progress is shown: lines that say how far it is, one that says what it is, its bytes. Away from the
 * schemas of requests, so that a page that asks does not carry the checks of the server.
 */
export const FILE_IN_STEPS = 'application/x-ulexite-steps';
