// The innermost cells of a summary, from which each figure is computed anew for the items chosen.
class Cells {
  constructor(data) {
    this.data = data;
    this.rows = data.down.leaves.length;
    this.columns = data.across.leaves.length;
    this.parts = data.cells.parts.map(part => {
      // Numbers are exact as long as all of them together are below 2 to the power of 51.
      const small = part.values.reduce((sum, v) => sum + Math.abs(Number(v ?? 0)), 0) < 2 ** 49;
      const values = part.values.map(v => (v === null ? null : small ? Number(v) : BigInt(v)));
      return {by: part.by, small, places: part.places, unit: tenTo(part.places), values};
    });
    this.quick = data.measures.map(measure => this.isQuick(measure));
    this.whole = {down: [0, this.rows], across: [0, this.columns]};
    this.choose(null, null, []);
    this.sure = data.measures.map(measure => Boolean(measure.steps));
  }

  /** Takes the items that count: which of the innermost down, across and of each filter; null for all. */
  choose(down, across, filters) {
    const {cells} = this.data;
    const there = new Uint8Array(this.rows * this.columns);
    const grid = this.parts.map(() => new Array(there.length).fill(null));
    for (let i = 0; i < cells.down.length; i++) {
      const d = cells.down[i];
      const a = cells.across[i];
      const out = (down && !down[d]) || (across && !across[a]) || filters.some((chosen, f) => chosen && !chosen[cells.filters[f][i]]);
      if (out) { continue; }
      const at = d * this.columns + a;
      there[at] = 1;
      this.parts.forEach((part, p) => { grid[p][at] = this.joined(part.by, grid[p][at], part.values[i]); });
    }
    this.there = there;
    this.grid = grid;
    this.known = new Map();
  }

  joined(by, a, b) {
    if (a === null || b === null) { return a ?? b; }
    if (by === 'sum') { return a + b; }
    return (by === 'least') === (a < b) ? a : b;
  }

  /** The parts of all cells within two ranges. */
  gathered(down, across) {
    const key = down[0] + ' ' + down[1] + ' ' + across[0] + ' ' + across[1];
    let found = this.known.get(key);
    if (!found) {
      found = {there: false, parts: this.parts.map(() => null), values: []};
      for (let d = down[0]; d < down[1]; d++) {
        for (let at = d * this.columns + across[0], end = d * this.columns + across[1]; at < end; at++) {
          if (this.there[at]) {
            found.there = true;
            for (let p = 0; p < this.parts.length; p++) { found.parts[p] = this.joined(this.parts[p].by, found.parts[p], this.grid[p][at]); }
          }
        }
      }
      this.known.set(key, found);
    }
    return found;
  }

  /** A measure before a view makes something else of it. */
  plain(index, down, across) {
    const of = this.gathered(down, across);
    if (of.values[index] === undefined) { of.values[index] = this.computed(index, of, down, across); }
    return of.values[index];
  }

  computed(index, of, down, across) {
    const measure = this.data.measures[index];
    if (!measure.steps || (!of.there && measure.steps.length === 1)) { return null; }
    const stack = [];
    for (const [kind, what] of measure.steps) {
      if (kind === 'call') {
        const part = of.parts[Number(what)];
        stack.push(part === null ? null : [BigInt(part), this.parts[Number(what)].unit]);
      } else if (kind === 'measure') {
        stack.push(this.plain(what, down, across));
      } else if (kind === 'number') {
        stack.push(fraction(what));
      } else {
        const right = stack.pop();
        stack.push(operations[what](stack.pop(), right));
      }
    }
    const value = stack.pop();
    return value ? [rounded(value, measure.places), tenTo(measure.places)] : null;
  }

  /** Whether a measure is one sum of small numbers that is shown as it is. */
  isQuick(measure) {
    const part = measure.steps?.length === 1 && measure.steps[0][0] === 'call' ? this.parts[Number(measure.steps[0][1])] : null;
    const {format} = measure;
    return Boolean(part?.small) && measure.view === 'value' && !format.calendar && format.times === 1 && !format.zeros
      && format.most - part.places < 3 && measure.places === part.places;
  }

  /** A measure as it is written, for a line's and a column's ranges. */
  text(index, line, column) {
    const measure = this.data.measures[index];
    if (!this.quick[index]) { return shownText(this.value(index, line, column), measure); }
    const which = Number(measure.steps[0][1]);
    const part = this.gathered([line[0], line[1]], [column[0], column[1]]).parts[which];
    return part === null ? measure.blanks : smallText(part, this.parts[which].places, measure.format);
  }

  /** A measure as its view shows it, for a line's and a column's ranges. */
  value(index, line, column) {
    const measure = this.data.measures[index];
    const down = [line[0], line[1]];
    const across = [column[0], column[1]];
    const own = this.plain(index, down, across);
    const share = (part, whole) => { const value = operations['/'](part, whole); return value ? [rounded(value, 10), tenTo(10)] : null; };
    switch (measure.view) {
      case 'share_of_down': return share(own, this.plain(index, this.whole.down, across));
      case 'share_of_across': return share(own, this.plain(index, down, this.whole.across));
      case 'share_of_grand_total': return share(own, this.plain(index, this.whole.down, this.whole.across));
      case 'share_of_parent':
        return share(own, this.data.down.levels.length && this.data.down.leaves[0]?.length
          ? this.plain(index, [line[3], line[4]], across) : this.plain(index, down, [column[3], column[4]]));
      case 'variance': case 'variance_percent': {
        const other = this.plain(measure.against, down, across);
        if (!own && !other) { return null; }
        const change = operations['-'](own ?? [0n, 1n], other ?? [0n, 1n]);
        return measure.view === 'variance' ? change : share(change, other && [size(other[0]), other[1]]);
      }
      default: return own;
    }
  }
}
