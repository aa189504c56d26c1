/** Deeper than any document of ours, whose deepest lists stand some ten levels in. */
const MOST_DEPTH = 60;

/** JSON text as a value. Throws SyntaxError, as JSON.parse does, and also for text that is nested deeper than any of ours. */
export function parseJson(text: string): unknown {
  if (isNestedTooDeep(text)) throw new SyntaxError(`it is nested more than ${MOST_DEPTH} deep`);
  return JSON.parse(text);
}

/**
 * Whether JSON text is nested deeper than any document of ours. Told by one look along the text: building what is nested a
 * million deep takes far longer than reading it.
 */
export function isNestedTooDeep(text: string): boolean {
  return measureJson(text) === null;
}

/** How many values JSON text holds, about, by the signs that part them; null where it is nested too deep. Nothing is built. */
export function measureJson(text: string): number | null {
  let depth = 0;
  let values = 0;
  let isInText = false;
  for (let index = 0; index < text.length; index++) {
    const code = text.charCodeAt(index);
    if (isInText) {
      // What follows a backslash ends no text.
      if (code === BACKSLASH) index++;
      else if (code === QUOTE) isInText = false;
    } else if (code === QUOTE) isInText = true;
    else if (code === COMMA) values++;
    else if (code === BRACKET || code === BRACE) {
      depth++;
      values++;
      if (depth > MOST_DEPTH) return null;
    } else if (code === BRACKET + 2 || code === BRACE + 2) depth--;
  }
  return values;
}

const QUOTE = 0x22;
const BACKSLASH = 0x5c;
const COMMA = 0x2c;
/** `[`; two on from it is `]`, and so with braces. */
const BRACKET = 0x5b;
const BRACE = 0x7b;
