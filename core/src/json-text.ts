/** Deeper than any document of ours, whose deepest lists stand some ten levels in. */
const MOST_DEPTH = 60;

/**
 * JSON text as a value. Throws SyntaxError, as JSON.parse does, and also for text that is nested deeper than any document of
 * ours: that is told by one look along the text, before anything is built from it.
 */
export function parseJson(text: string): unknown {
  let depth = 0;
  let isInText = false;
  for (let index = 0; index < text.length; index++) {
    const code = text.charCodeAt(index);
    if (isInText) {
      // What follows a backslash ends no text.
      if (code === BACKSLASH) index++;
      else if (code === QUOTE) isInText = false;
    } else if (code === QUOTE) isInText = true;
    else if (code === BRACKET || code === BRACE) {
      depth++;
      if (depth > MOST_DEPTH) throw new SyntaxError(`it is nested more than ${MOST_DEPTH} deep`);
    } else if (code === BRACKET + 2 || code === BRACE + 2) depth--;
  }
  return JSON.parse(text);
}

const QUOTE = 0x22;
const BACKSLASH = 0x5c;
/** `[`; two on from it is `]`, and so with braces. */
const BRACKET = 0x5b;
const BRACE = 0x7b;
