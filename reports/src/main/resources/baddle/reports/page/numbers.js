// Exact numbers: a fraction is [numerator, denominator], both BigInt, the denominator above nought.
const tenTo = n => 10n ** BigInt(n);
const fraction = (text) => {
  const at = text.indexOf('.');
  return at < 0 ? [BigInt(text), 1n] : [BigInt(text.replace('.', '')), tenTo(text.length - at - 1)];
};
const size = n => (n < 0n ? -n : n);

/** A fraction times ten to the power of some places, rounded half away from nought. */
const rounded = ([n, d], places) => {
  const doubled = size(n) * tenTo(places) * 2n + d;
  return (n < 0n ? -1n : 1n) * (doubled / (2n * d));
};

const operations = {
  '+': (a, b) => a && b && [a[0] * b[1] + b[0] * a[1], a[1] * b[1]],
  '-': (a, b) => a && b && [a[0] * b[1] - b[0] * a[1], a[1] * b[1]],
  '*': (a, b) => a && b && [a[0] * b[0], a[1] * b[1]],
  '/': (a, b) => a && b && b[0] !== 0n ? (b[0] < 0n ? [-a[0] * b[1], -a[1] * b[0]] : [a[0] * b[1], a[1] * b[0]]) : null,
  coalesce: (a, b) => a ?? b,
  nullif: (a, b) => a && b && a[0] * b[1] === b[0] * a[1] ? null : a,
};

const grouped = (digits, format) => {
  if (!format.group) { return digits; }
  let text = '';
  for (let i = 0; i < digits.length; i++) {
    const left = digits.length - i;
    text += (i > 0 && left % format.group === 0 ? format.grouping : '') + digits[i];
  }
  return text;
};

/** Digits as a measure writes them. */
const written = (scaled, negative, format) => {
  const digits = scaled.padStart(format.most + Math.max(1, format.whole), '0');
  let part = format.most ? digits.slice(-format.most) : '';
  while (part.length > format.least && part.endsWith('0')) { part = part.slice(0, -1); }
  const whole = grouped(format.most ? digits.slice(0, -format.most) : digits, format) + (part ? format.mark + part : '');
  return negative ? format.beforeNegative + whole + format.afterNegative : format.before + whole + format.after;
};

/** A number as its measure writes it, without what a view adds. */
const plainText = (value, format) => {
  const scaled = rounded([value[0] * BigInt(format.times), value[1] * tenTo(format.zeros)], format.most);
  return written(String(size(scaled)), scaled < 0n, format);
};

/** The same for a whole number below 2 to the power of 51 that stands for so many places; exact too. */
const smallText = (number, places, format) => {
  const drop = places - format.most;
  const whole = Math.abs(number);
  const scaled = drop > 0 ? Math.floor((whole + 10 ** drop / 2) / 10 ** drop) : whole * 10 ** -drop;
  return written(String(scaled), number < 0 && scaled !== 0, format);
};

/** A measure's value as it is shown; what stands for blanks where there is none. */
const shownText = (value, measure) => {
  if (!value) { return measure.blanks; }
  if (measure.format.calendar) { return new Date(Number(value[0] / value[1]) * 864e5).toISOString().slice(0, 10); }
  const text = plainText(value, measure.format);
  if (!measure.view.startsWith('variance') || value[0] === 0n) { return text; }
  return text + ((value[0] > 0n) === measure.format.upIsGood ? ' F' : ' A');
};

/** A number as data: plain digits with a point. */
const exactText = (value, places) => {
  const scaled = rounded(value, places);
  const digits = String(size(scaled)).padStart(places + 1, '0');
  const part = places ? digits.slice(-places).replace(/0+$/, '') : '';
  return (scaled < 0n ? '-' : '') + (places ? digits.slice(0, -places) : digits) + (part ? '.' + part : '');
};
