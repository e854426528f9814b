// Exact numbers, as the server writes them: marks are added up without rounding.
export class Fraction {
  /**
   * @param {bigint} above
   * @param {bigint} below more than 0
   */
  constructor(above, below) {
    const divisor = common(above < 0n ? -above : above, below);
    this.above = above / divisor;
    this.below = below / divisor;
  }

  /**
   * Reads what the server wrote: `3`, `-1/2`.
   *
   * @param {string} text
   */
  static parse(text) {
    const [above, below] = text.split('/');
    return new Fraction(BigInt(above), BigInt(below ?? 1));
  }

  /**
   * Reads what somebody typed, or returns nothing if it is no number: `+1`, `-0,5`, `1/2`.
   *
   * @param {string} typed
   */
  static read(typed) {
    const text = typed.trim().replace(',', '.').replace('−', '-');
    const found = /^([+-]?)(\d{1,6})(?:\.(\d{1,6})|\/(\d{1,6}))?$/.exec(text);
    if (!found || /^0*$/.test(found[4] ?? '1')) {
      return undefined;
    }
    const [, sign, whole, decimals = '', below] = found;
    const scale = below ? BigInt(below) : 10n ** BigInt(decimals.length);
    const above = BigInt(whole + decimals);
    return new Fraction(sign === '-' ? -above : above, scale);
  }

  /** @param {Fraction} other */
  plus(other) {
    return new Fraction(this.above * other.below + other.above * this.below, this.below * other.below);
  }

  /** @param {Fraction} other */
  isMoreThan(other) {
    return this.above * other.below > other.above * this.below;
  }

  toString() {
    return this.below === 1n ? String(this.above) : `${this.above}/${this.below}`;
  }
}

Fraction.ZERO = new Fraction(0n, 1n);

/**
 * @param {bigint} one
 * @param {bigint} other
 * @returns {bigint}
 */
function common(one, other) {
  return other === 0n ? one : common(other, one % other);
}
