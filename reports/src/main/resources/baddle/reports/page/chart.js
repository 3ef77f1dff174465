// A chart of what a table shows: few lines, labels beside what they name, gaps as gaps.
const svg = (name, attributes = {}, ...content) => {
  const element = document.createElementNS('http://www.w3.org/2000/svg', name);
  for (const [key, value] of Object.entries(attributes)) { element.setAttribute(key, value); }
  element.append(...content);
  return element;
};

class Chart {
  constructor(summary) {
    this.summary = summary;
    this.shape = summary.data.chart;
    this.measure = summary.data.measures[this.shape.measure];
    this.figure = summary.section.querySelector('figure');
  }

  /** The values as they are chosen now: for each series one for each category; null for a gap. */
  values() {
    const {summary, shape} = this;
    const kept = {down: summary.kept('down'), across: summary.kept('across')};
    const [along, other] = shape.down ? ['down', 'across'] : ['across', 'down'];
    const there = (axis, point) => !kept[axis] || kept[axis].slice(point[1], point[2]).some(Boolean);
    const categories = shape.categories.filter(point => there(along, point));
    const series = shape.series.filter(point => there(other, point));
    const value = (category, one) => {
      const [line, column] = shape.down ? [category, one] : [one, category];
      return this.value(line, column);
    };
    const cut = name => (name.length > 40 ? name.slice(0, 39) + '\u2026' : name);
    return {categories: categories.map(point => cut(point[0])), series: series.map(one => ({name: cut(one[0]), values: categories.map(category => value(category, one))}))};
  }

  /** As the table has it where nothing is chosen, for the table is right; else computed. */
  value(line, column) {
    const {summary, shape} = this;
    if (summary.changed && summary.cells) {
      const value = summary.cells.sure[shape.measure] ? summary.cells.value(shape.measure, [line[1], line[2], -1, 0, 0], [column[1], column[2], -1, 0, 0]) : null;
      return value ? Number(value[0]) / Number(value[1]) : null;
    }
    const at = (range, places) => places.findIndex(one => one[0] === range[1] && one[1] === range[2] && (one[2] < 0 || one[2] === shape.measure));
    const row = summary.lines[at(line, summary.data.lines)];
    const index = at(column, summary.data.columns);
    const text = row && index >= 0 ? summary.exact(row.cells[summary.labels + index]) : undefined;
    return text === undefined ? null : Number(text);
  }

  draw() {
    const {categories, series} = this.values();
    const width = Math.max(300, Math.min(720, this.figure.clientWidth || 640));
    this.figure.querySelector('svg')?.remove();
    if (!categories.length || !series.length) { return; }
    const bars = this.shape.kind === 'bars';
    const drawing = bars ? this.bars(categories, series[0], width) : this.upright(categories, series, width);
    drawing.setAttribute('role', 'img');
    drawing.setAttribute('aria-label', this.summary.data.title + ', ' + this.measure.name + ': a chart of the table beside it');
    this.figure.prepend(drawing);
  }

  text(value) {
    return plainText([BigInt(Math.round(value * 1e6)), 1000000n], this.measure.format);
  }

  /** Round numbers from the least to the greatest, at most five steps. */
  ticks(least, greatest) {
    const from = Math.min(0, least);
    const span = Math.max(0, greatest) - from || 1;
    const rough = span / 4;
    const power = 10 ** Math.floor(Math.log10(rough));
    const step = [1, 2, 2.5, 5, 10].map(n => n * power).find(n => n >= rough * 0.999);
    const ticks = [];
    for (let at = Math.floor(from / step) * step; at < Math.max(0, greatest) + step * 0.999; at += step) { ticks.push(Math.abs(at) < step / 1e6 ? 0 : at); }
    return ticks;
  }

  bars(categories, one, width) {
    const row = 24;
    const values = one.values;
    const longest = Math.min(width * 0.35, 8 + 7 * Math.max(...categories.map(name => name.length)));
    const ticks = this.ticks(Math.min(...values.map(v => v ?? 0)), Math.max(...values.map(v => v ?? 0)));
    const [from, to] = [ticks[0], ticks[ticks.length - 1]];
    const room = width - longest - 90;
    const x = value => longest + (room * (value - from)) / (to - from);
    const drawing = svg('svg', {viewBox: `0 0 ${width} ${categories.length * row + 8}`, width});
    categories.forEach((name, i) => {
      const y = i * row + 4;
      const label = name.length * 7 > longest - 8 ? name.slice(0, Math.floor((longest - 8) / 7) - 1) + '\u2026' : name;
      drawing.append(svg('text', {x: longest - 8, y: y + 15, class: 'end'}, label));
      if (values[i] !== null) {
        const [a, b] = [x(Math.min(0, values[i])), x(Math.max(0, values[i]))];
        drawing.append(svg('rect', {x: a, y: y + 3, width: Math.max(1, b - a), height: row - 8, class: 'series0'}));
        drawing.append(svg('text', {x: b + 6, y: y + 15}, this.text(values[i])));
      }
    });
    drawing.append(svg('line', {x1: x(0), x2: x(0), y1: 4, y2: categories.length * row + 4, class: 'axis'}));
    return drawing;
  }

  upright(categories, all, width) {
    const {kind} = this.shape;
    const stacked = kind === 'stacked_columns' || kind === 'shares';
    const series = kind === 'shares' ? this.shares(categories, all) : all;
    const height = 300;
    const many = series.length > 1;
    const right = many ? Math.min(160, 14 + 7 * Math.max(...series.map(one => one.name.length))) : 12;
    const sums = sign => categories.map((name, i) => series.reduce((sum, one) => sum + Math.max(0, sign * (one.values[i] ?? 0)), 0) * sign);
    const numbers = stacked ? [...sums(1), ...sums(-1)] : series.flatMap(one => one.values.filter(v => v !== null));
    if (!numbers.length) { return svg('svg', {viewBox: `0 0 ${width} 40`, width}); }
    const ticks = kind === 'shares' ? [0, 0.25, 0.5, 0.75, 1] : this.ticks(Math.min(...numbers), Math.max(...numbers));
    const tickText = value => (kind === 'shares' ? Math.round(value * 100) + '%' : this.text(value));
    const left = 12 + 7 * Math.max(...ticks.map(tick => tickText(tick).length));
    const [from, to] = [ticks[0], ticks[ticks.length - 1]];
    const [top, bottom] = [12, height - 28];
    const y = value => bottom - ((bottom - top) * (value - from)) / (to - from);
    const slot = (width - left - right) / categories.length;
    const x = i => left + slot * i;
    const drawing = svg('svg', {viewBox: `0 0 ${width} ${height}`, width});
    for (const tick of ticks) {
      drawing.append(svg('line', {x1: left, x2: width - right, y1: y(tick), y2: y(tick), class: tick === 0 ? 'axis' : 'grid'}));
      drawing.append(svg('text', {x: left - 6, y: y(tick) + 4, class: 'end'}, tickText(tick)));
    }
    const every = Math.ceil((7 * Math.max(...categories.map(name => name.length)) + 10) / slot);
    categories.forEach((name, i) => { if (i % every === 0) { drawing.append(svg('text', {x: x(i) + slot / 2, y: height - 8, class: 'middle'}, name)); } });
    const ends = [];
    const up = categories.map(() => 0);
    const low = categories.map(() => 0);
    series.forEach((one, s) => {
      if (kind === 'lines') {
        let path = '';
        one.values.forEach((value, i) => {
          if (value === null) { return; }
          path += (i > 0 && one.values[i - 1] !== null ? 'L' : 'M') + (x(i) + slot / 2).toFixed(1) + ' ' + y(value).toFixed(1);
          const alone = (i === 0 || one.values[i - 1] === null) && (i === one.values.length - 1 || one.values[i + 1] === null);
          if (alone) { drawing.append(svg('circle', {cx: x(i) + slot / 2, cy: y(value), r: 3, class: 'series' + s})); }
        });
        drawing.append(svg('path', {d: path, class: 'line series' + s}));
      } else {
        const wide = stacked ? slot * 0.7 : (slot * 0.8) / series.length;
        one.values.forEach((value, i) => {
          if (value === null || value === 0) { return; }
          const base = stacked ? (value > 0 ? up : low) : null;
          const begin = base ? base[i] : 0;
          if (base) { base[i] += value; }
          const [a, b] = [y(begin), y(begin + value)];
          const at = stacked ? x(i) + slot * 0.15 : x(i) + slot * 0.1 + wide * s;
          drawing.append(svg('rect', {x: at.toFixed(1), y: Math.min(a, b).toFixed(1), width: Math.max(1, wide - (stacked ? 0 : 1)).toFixed(1), height: Math.max(1, Math.abs(a - b)).toFixed(1), class: 'series' + s}));
        });
      }
      const last = one.values.reduce((found, value, i) => (value === null ? found : i), -1);
      const place = last < 0 ? null : stacked ? ((one.values[last] > 0 ? up : low)[last] - one.values[last] / 2) : one.values[last];
      if (many && place !== null) { ends.push({name: one.name, s, at: y(place)}); }
    });
    this.apart(ends, top, bottom).forEach(end => drawing.append(svg('text', {x: width - right + 8, y: end.at + 4, class: 'name series' + end.s}, end.name.length * 7 > right ? end.name.slice(0, Math.floor(right / 7) - 1) + '\u2026' : end.name)));
    return drawing;
  }

  shares(categories, all) {
    const whole = categories.map((name, i) => all.reduce((sum, one) => sum + Math.max(0, one.values[i] ?? 0), 0));
    return all.map(one => ({name: one.name, values: one.values.map((value, i) => (value === null || whole[i] === 0 ? null : Math.max(0, value) / whole[i]))}));
  }

  /** Moves labels so that none covers another. */
  apart(ends, top, bottom) {
    ends.sort((a, b) => a.at - b.at);
    for (let i = 1; i < ends.length; i++) { ends[i].at = Math.max(ends[i].at, ends[i - 1].at + 15); }
    for (let i = ends.length - 1, most = bottom; i >= 0; i--) { ends[i].at = Math.min(ends[i].at, most); most = ends[i].at - 15; }
    return ends;
  }
}
