/** The only databases that unit tests may work on and take down. */
const THROWAWAY = /^mysql:\/\/[^/]+@127\.0\.0\.1:\d+\/zarnel_unit$/u;

/**
 * The throwaway database that `npm test` starts for the unit tests. Throws where it was not named, or where something else
 * was: a test that drops tables must never reach a developer’s own server at the usual port.
 */
export function throwawayDatabaseUrl(url = process.env.DATABASE_URL): string {
  if (url === undefined || !THROWAWAY.test(url)) {
    throw new Error(
      'DATABASE_URL must name the throwaway database zarnel_unit on 127.0.0.1 with its port: run npm test, which starts one.',
    );
  }
  return url;
}
