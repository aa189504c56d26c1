import Fraction from 'fraction.js';
import { Refusal } from '../refusal.ts';
import { fail, ok, type Result } from '../result.ts';

export type LengthUnit = 'in' | 'ft' | 'mm' | 'cm' | 'm';

/** `at` counts characters from 0 in the text as it was typed. */
export type LengthFault = { readonly code: LengthFaultCode; readonly at: number; readonly message: string };

export type LengthFaultCode =
  | 'empty'
  | 'unexpected'
  | 'unfinished'
  | 'zero-denominator'
  | 'improper-fraction'
  | 'decimal-comma'
  | 'too-many-digits'
  | 'ambiguous';

/** `exactMm` is the sum as a rational number, `mm` the double nearest to it. */
export type ParsedLength = { readonly mm: number; readonly exactMm: Fraction };

const MM_PER_UNIT: Record<LengthUnit, Fraction> = {
  in: new Fraction(127, 5),
  ft: new Fraction(1524, 5),
  mm: new Fraction(1),
  cm: new Fraction(10),
  m: new Fraction(1000),
};

/** One of a unit in mm, exact. */
export function unitInMm(unit: LengthUnit): number {
  return MM_PER_UNIT[unit].valueOf();
}

const UNIT_WORDS: Record<string, LengthUnit> = {
  in: 'in',
  inch: 'in',
  inches: 'in',
  '"': 'in',
  "''": 'in',
  ft: 'ft',
  foot: 'ft',
  feet: 'ft',
  "'": 'ft',
  mm: 'mm',
  cm: 'cm',
  m: 'm',
};

const VULGAR: Record<string, readonly [number, number]> = {
  '½': [1, 2],
  '¼': [1, 4],
  '¾': [3, 4],
  '⅛': [1, 8],
  '⅜': [3, 8],
  '⅝': [5, 8],
  '⅞': [7, 8],
  '⅓': [1, 3],
  '⅔': [2, 3],
  '⅕': [1, 5],
  '⅖': [2, 5],
  '⅗': [3, 5],
  '⅘': [4, 5],
  '⅙': [1, 6],
  '⅚': [5, 6],
  '⅐': [1, 7],
  '⅑': [1, 9],
  '⅒': [1, 10],
};

/** What keyboards and papers write for a mark that is read. */
const PLAIN: Readonly<Record<string, string>> = {
  '″': '"',
  '“': '"',
  '”': '"',
  '′': "'",
  '‘': "'",
  '’': "'",
  '⁄': '/',
  '−': '-',
  '–': '-',
};

function plainChar(char: string): string {
  return PLAIN[char] ?? (char.trim() === '' ? ' ' : char.toLowerCase());
}

/** More digits than any wall needs, few enough that no sum grows without bound. */
const MAX_DIGITS = 12;

/**
 * Reads a length as people write it: `24 7/8`, `24-7/8"`, `2' 1 1/2"`, `6''`, `24 7/8 in.`, `702mm`, `0.7 m`,
 * `1m 20cm`, and sums such as `=24 7/8 + 3`. Arithmetic is exact (rational). A bare number takes `bareUnit`. A hyphen
 * without spaces joins (`24-7/8`, `8'-6"`), a minus with a space before it subtracts. Where people mean either, as in
 * `8' - 6"`, `24 - 7/8`, `3"-1/2"` and `12-3`, the text is refused unless a leading `=` says that it is a sum; so is a bare number in a sum
 * with another unit than the reader’s, as in `8' + 3`, which two readers would read as two lengths.
 */
export function parseLength(text: string, bareUnit: LengthUnit): Result<ParsedLength, LengthFault> {
  const reader = new LengthReader(text, bareUnit);
  try {
    const exactMm = reader.readSum();
    return ok({ mm: exactMm.valueOf(), exactMm });
  } catch (error) {
    if (error instanceof LengthRefusal) {
      return fail({ code: error.code, at: error.at, message: error.message });
    }
    throw error;
  }
}

class LengthRefusal extends Refusal {
  constructor(
    readonly code: LengthFaultCode,
    readonly at: number,
    message: string,
  ) {
    super(message);
  }
}

/** How the last term was written, as far as it matters for what a minus after it means. */
type TermRead = {
  readonly at: number;
  readonly shape: 'whole' | 'fraction' | 'other';
  readonly unit: LengthUnit | null;
  readonly hasInches: boolean;
};

/** `8' - 6"` may mean 8 ft 6 in, `24 - 7/8` may mean 24 7/8 in. */
function couldBeJoined(before: TermRead, after: TermRead): boolean {
  if (after.unit !== null && after.unit !== 'in') return false;
  const isFeetThenInches = before.unit === 'ft' && !before.hasInches;
  const isInches = before.unit === null || before.unit === 'in';
  const isWholeThenFraction = isInches && before.shape === 'whole' && after.shape === 'fraction';
  return isFeetThenInches || isWholeThenFraction;
}

/** One pass over the characters; holds the place reached, so that a fault can name it. */
class LengthReader {
  private at = 0;
  private lastTerm: TermRead = { at: 0, shape: 'other', unit: null, hasInches: false };
  private readonly chars: readonly string[];

  constructor(
    text: string,
    private readonly bareUnit: LengthUnit,
  ) {
    // One character for one, so that positions stay those of the typed text.
    this.chars = Array.from(text, plainChar);
  }

  readSum(): Fraction {
    this.skipSpaces();
    const isSum = this.peek() === '=';
    if (isSum) this.at++;
    this.skipSpaces();
    if (this.atEnd()) throw new LengthRefusal('empty', 0, 'Type a length, such as 24 7/8 or 702mm.');
    let total = this.readSigned();
    const terms = [this.lastTerm];
    for (;;) {
      this.skipSpaces();
      if (this.atEnd()) {
        this.refuseMixedUnits(terms);
        return total;
      }
      const sign = this.peek();
      if (sign !== '+' && sign !== '-') this.refuse();
      const signAt = this.at;
      const before = this.lastTerm;
      // A hyphen that touches what stands before it joins or separates as often as it subtracts: 3"-1/2", 12-3.
      const touches = this.chars[signAt - 1] !== ' ';
      this.at++;
      const term = this.readTerm();
      if (sign === '-' && !isSum && (touches || couldBeJoined(before, this.lastTerm))) {
        throw new LengthRefusal(
          'ambiguous',
          signAt,
          'This can be read two ways. Join feet and inches as in 8\'-6", inches and their part as in 3 1/2"; begin with = to subtract.',
        );
      }
      terms.push(this.lastTerm);
      total = sign === '+' ? total.add(term) : total.sub(term);
    }
  }

  /** A bare number beside one in another unit than the reader’s would be another length for another reader. */
  private refuseMixedUnits(terms: readonly TermRead[]): void {
    const bare = terms.find(({ unit }) => unit === null);
    const other = terms.find(({ unit }) => unit !== null && unit !== this.bareUnit);
    if (bare === undefined || other?.unit == null) return;
    throw new LengthRefusal(
      'ambiguous',
      bare.at,
      `This can be read two ways: give each number its unit, as in 8' + 3" or 8' + 3mm.`,
    );
  }

  private readSigned(): Fraction {
    const sign = this.peek();
    if (sign !== '-' && sign !== '+') return this.readTerm();
    this.at++;
    const term = this.readTerm();
    return sign === '-' ? term.neg() : term;
  }

  /** One measure: a number with its unit, or feet followed by inches. */
  private readTerm(): Fraction {
    this.skipSpaces();
    const at = this.at;
    const value = this.readNumber();
    const unit = this.readUnit();
    this.lastTerm = { ...this.lastTerm, at, unit, hasInches: false };
    const termMm = value.mul(MM_PER_UNIT[unit ?? this.bareUnit]);
    if (unit === 'm' || unit === 'cm') return termMm.add(this.readSmallerMetric(unit));
    if (unit !== 'ft') return termMm;
    const inchesAt = this.findInchesAfterFeet();
    if (inchesAt === null) return termMm;
    this.lastTerm = { ...this.lastTerm, hasInches: true };
    this.at = inchesAt;
    const inches = this.readNumber();
    const unitAt = this.at;
    const inchUnit = this.readUnit();
    if (inchUnit !== null && inchUnit !== 'in') this.refuse(unitAt);
    return termMm.add(inches.mul(MM_PER_UNIT.in));
  }

  /** `1m 20cm`, `1 m 20 cm 5 mm` go on with smaller units, each named; nothing else does. */
  private readSmallerMetric(than: 'm' | 'cm'): Fraction {
    const start = this.at;
    this.skipSpaces();
    if (!isNumberStart(this.peek())) {
      this.at = start;
      return new Fraction(0);
    }
    const value = this.readNumber();
    const unitAt = this.at;
    const unit = this.readUnit();
    if (unit !== 'mm' && !(unit === 'cm' && than === 'm')) this.refuse(unit === null ? start : unitAt);
    const termMm = value.mul(MM_PER_UNIT[unit]);
    this.lastTerm = { ...this.lastTerm, shape: 'other' };
    return unit === 'cm' ? termMm.add(this.readSmallerMetric('cm')) : termMm;
  }

  /** `8' 6"`, `8'6`, `8'-6"` go on with inches; `8' - 6"` and `8' + 6"` do not. */
  private findInchesAfterFeet(): number | null {
    let next = this.at;
    if (this.chars[next] === '-') next++;
    else while (this.chars[next] === ' ') next++;
    return isNumberStart(this.chars[next]) ? next : null;
  }

  private readNumber(): Fraction {
    const vulgar = this.readVulgar();
    this.lastTerm = { ...this.lastTerm, shape: 'fraction' };
    if (vulgar !== null) return vulgar;
    const start = this.at;
    const whole = this.readDigits();
    if (this.peek() === ',') {
      throw new LengthRefusal('decimal-comma', this.at, 'Write decimals with a point: 702.5, not 702,5.');
    }
    if (this.peek() === '.') {
      this.lastTerm = { ...this.lastTerm, shape: 'other' };
      this.at++;
      const digits = this.readDigits();
      // `5.` is 5; a point alone is nothing.
      if (whole === '' && digits === '') this.refuseUnfinished();
      return new Fraction(`${whole || '0'}.${digits || '0'}`);
    }
    if (whole === '') this.refuse(start);
    if (this.isSlashNext(this.at)) return this.readDenominator(BigInt(whole), false);
    const joinedAt = this.findJoinedFraction();
    this.lastTerm = { ...this.lastTerm, shape: joinedAt === null ? 'whole' : 'other' };
    if (joinedAt === null) return new Fraction(whole);
    this.at = joinedAt;
    const fraction = this.readVulgar() ?? this.readDenominator(BigInt(this.readDigits()), true);
    return new Fraction(whole).add(fraction);
  }

  /** Where the fraction of a mixed number starts: `24 7/8`, `24-7/8` and `24⅞`, but not `24 7`. */
  private findJoinedFraction(): number | null {
    let next = this.at;
    if (this.chars[next] === '-') next++;
    else while (this.chars[next] === ' ') next++;
    const char = this.chars[next];
    if (char !== undefined && char in VULGAR) return next;
    let digit = next;
    while (isDigit(this.chars[digit])) digit++;
    return digit > next && this.isSlashNext(digit) ? next : null;
  }

  /** Whether a fraction’s slash comes next, spaces before it or not: `1/2`, `1 /2`, `1 / 2`. */
  private isSlashNext(from: number): boolean {
    let at = from;
    while (this.chars[at] === ' ') at++;
    return this.chars[at] === '/';
  }

  private readVulgar(): Fraction | null {
    const pair = VULGAR[this.peek() ?? ''];
    if (pair === undefined) return null;
    this.at++;
    return new Fraction(pair[0], pair[1]);
  }

  private readDenominator(numerator: bigint, mustBeProper: boolean): Fraction {
    this.skipSpaces();
    const slashAt = this.at;
    this.at++;
    this.skipSpaces();
    const digits = this.readDigits() || this.refuseUnfinished();
    const denominator = BigInt(digits);
    if (denominator === 0n) {
      throw new LengthRefusal('zero-denominator', slashAt + 1, 'A fraction cannot have 0 below the line.');
    }
    if (mustBeProper && numerator >= denominator) {
      throw new LengthRefusal(
        'improper-fraction',
        slashAt,
        `${numerator}/${denominator} is not less than 1, so it cannot follow a whole number.`,
      );
    }
    return new Fraction(numerator, denominator);
  }

  private readDigits(): string {
    const start = this.at;
    while (isDigit(this.peek())) this.at++;
    if (this.at - start > MAX_DIGITS) {
      throw new LengthRefusal('too-many-digits', start, `More than ${MAX_DIGITS} digits in one number.`);
    }
    return this.chars.slice(start, this.at).join('');
  }

  private readUnit(): LengthUnit | null {
    const before = this.at;
    this.skipSpaces();
    const start = this.at;
    if (this.peek() === '"') this.at++;
    // Two feet marks are an inch mark.
    else if (this.peek() === "'") this.at += this.chars[this.at + 1] === "'" ? 2 : 1;
    else while (/[a-z]/u.test(this.peek() ?? '')) this.at++;
    const word = this.chars.slice(start, this.at).join('');
    if (word === '') {
      this.at = before;
      return null;
    }
    const unit = UNIT_WORDS[word];
    // `in.`, `ft.`: the point of the short word.
    if (unit !== undefined && /[a-z]$/u.test(word) && this.peek() === '.') this.at++;
    if (unit === undefined) {
      throw new LengthRefusal(
        'unexpected',
        start,
        `“${word}” is not a unit of length; use in, ft, mm, cm or m.`,
      );
    }
    return unit;
  }

  private peek(): string | undefined {
    return this.chars[this.at];
  }

  private atEnd(): boolean {
    return this.at >= this.chars.length;
  }

  private skipSpaces(): void {
    while (this.peek() === ' ') this.at++;
  }

  private refuse(at = this.at): never {
    const char = this.chars[at];
    if (char === undefined) this.refuseUnfinished();
    throw new LengthRefusal('unexpected', at, `“${char}” was not understood at character ${at + 1}.`);
  }

  private refuseUnfinished(): never {
    throw new LengthRefusal('unfinished', this.at, `A number is missing at character ${this.at + 1}.`);
  }
}

function isDigit(char: string | undefined): boolean {
  return char !== undefined && char >= '0' && char <= '9' && char.length === 1;
}

function isNumberStart(char: string | undefined): boolean {
  return isDigit(char) || char === '.' || (char !== undefined && char in VULGAR);
}
