import { expose, wrap, type Remote } from 'comlink';
import type { Mortal } from './answering.ts';

/** Somebody who does work elsewhere, and how to ask them. */
export type Hand<Does> = { readonly worker: Mortal; readonly remote: Remote<Does> };

/** Whether this browser lets no worker of ours begin; found out by the first that did not. */
let areWorkersBarred = false;

/**
 * A worker that does something; where the browser has none or lets none begin, the page does it itself, more slowly.
 * @param start starts the worker, whose file exposes what it does
 * @param here the same thing for the page itself, fetched when it is needed
 */
export function handOf<Does>(start: () => Worker, here: () => Promise<Does>): Hand<Does> {
  if (areWorkersBarred) return pageItself(here);
  let worker: Worker;
  try {
    worker = start();
  } catch (error) {
    console.error(error);
    areWorkersBarred = true;
    return pageItself(here);
  }
  worker.addEventListener('error', (event: Event) => {
    // What goes wrong within one comes with a message; one that never began has none.
    if (!('message' in event) || event.message === undefined) areWorkersBarred = true;
  });
  return { worker, remote: wrap<Does>(worker) };
}

/** Asked as a worker is: what is given and answered is copied, and it can be ended. */
function pageItself<Does>(here: () => Promise<Does>): Hand<Does> {
  const { port1, port2 } = new MessageChannel();
  const listeners: ((event: unknown) => void)[] = [];
  here().then(
    (does) => expose(does, port1),
    (error: unknown) => listeners.forEach((listen) => listen(error)),
  );
  const worker: Mortal = {
    terminate: () => {
      port1.close();
      port2.close();
    },
    addEventListener: (type, listener) => {
      if (type === 'error') listeners.push(listener);
    },
  };
  return { worker, remote: wrap<Does>(port2) };
}
