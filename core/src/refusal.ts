/**
 * That a text cannot be read, thrown where that is found and always caught by the reader that began. Tables may hold a
 * hundred thousand of them, so no stack is kept: that would cost six times the reading.
 */
export class Refusal extends Error {
  constructor(message: string) {
    const most = Error.stackTraceLimit;
    Error.stackTraceLimit = 0;
    super(message);
    Error.stackTraceLimit = most;
  }
}
