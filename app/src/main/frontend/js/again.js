// Trying again what the network has made fail.

/**
 * Resolves after a while, or as soon as the network is back.
 *
 * @param {number} millis
 * @returns {Promise<void>}
 */
export function later(millis) {
  return new Promise((resolve) => {
    const goOn = () => {
      clearTimeout(timer);
      removeEventListener('online', goOn);
      resolve();
    };
    const timer = setTimeout(goOn, millis);
    addEventListener('online', goOn);
  });
}

/**
 * Does something until it comes to something.
 *
 * @template T
 * @param {() => Promise<T | undefined>} task returns undefined, or fails, if it is to be tried again
 * @param {number} millis between two tries
 * @returns {Promise<T>}
 */
export async function untilDone(task, millis) {
  for (;;) {
    const done = await task().catch(() => undefined);
    if (done !== undefined) {
      return done;
    }
    await later(millis);
  }
}
