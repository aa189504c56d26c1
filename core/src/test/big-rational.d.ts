declare module 'big-rational' {
  type Rational = {
    add(other: Rational | number | string): Rational;
    subtract(other: Rational | number | string): Rational;
    multiply(other: Rational | number | string): Rational;
    divide(other: Rational | number | string): Rational;
    equals(other: Rational): boolean;
  };
  export default function rational(numerator: number | string, denominator?: number | string): Rational;
}
