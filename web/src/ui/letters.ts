let stack: string | undefined;

/** The fonts of text, first to last, as a canvas asks for them: as the style sheet has them. */
export function lettersOfText(): string {
  stack ??= getComputedStyle(document.documentElement).getPropertyValue('--font-sans');
  return stack;
}
