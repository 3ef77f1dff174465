// One summary: its table, and what its readers can do with it.
const made = (name, attributes = {}, ...content) => {
  const element = document.createElement(name);
  for (const [key, value] of Object.entries(attributes)) {
    if (key === 'class') { element.className = value; } else if (key === 'hidden') { element.hidden = value; } else { element.setAttribute(key, value); }
  }
  element.append(...content);
  return element;
};
const counted = (n, one, several) => n + ' ' + (n === 1 ? one : several);
const quoted = text => (/[",\r\n]/.test(text) ? '"' + text.replace(/"/g, '""') + '"' : text);
const download = (lines, name) => {
  const text = lines.map(line => line.map(quoted).join(',')).join('\r\n') + '\r\n';
  const link = made('a', {href: URL.createObjectURL(new Blob([text], {type: 'text/csv'})), download: name});
  link.click();
  URL.revokeObjectURL(link.href);
};

/** A list of items of which several can be chosen; none chosen means all. */
class Choice {
  constructor(name, items, changed) {
    this.name = name;
    this.items = items;
    this.chosen = new Set();
    this.boxes = items.map(item => made('input', {type: 'checkbox', value: item}));
    this.head = made('summary', {});
    const all = made('button', {type: 'button'}, 'All');
    all.addEventListener('click', () => { this.set([]); changed(); });
    const list = made('div', {class: 'items'}, all, ...items.map((item, i) => made('label', {}, this.boxes[i], ' ' + (item || '(blank)'))));
    this.element = made('details', {class: 'choice'}, this.head, list);
    list.addEventListener('change', () => { this.set(this.boxes.filter(box => box.checked).map(box => box.value)); changed(); });
    this.element.addEventListener('keydown', event => { if (event.key === 'Escape') { this.element.open = false; this.head.focus(); } });
    this.set([]);
  }

  set(items) {
    const known = items.filter(item => this.items.includes(item));
    this.chosen = new Set(known.length === this.items.length ? [] : known);
    this.boxes.forEach(box => { box.checked = this.chosen.has(box.value); });
    this.head.textContent = this.name + ': ' + (this.chosen.size ? (this.chosen.size === 1 ? known[0] || '(blank)' : this.chosen.size + ' of ' + this.items.length) : 'all');
  }

  /** For each item whether it counts; null where all do. */
  flags() {
    return this.chosen.size ? this.items.map(item => this.chosen.has(item)) : null;
  }

  words() {
    return this.chosen.size ? this.name + ' is ' + [...this.chosen].map(item => item || '(blank)').join(' or ') : '';
  }
}

class Summary {
  constructor(section, data, page) {
    this.section = section;
    this.data = data;
    this.page = page;
    this.id = section.id;
    this.table = section.querySelector('table');
    this.body = this.table.tBodies[0];
    this.rows = [...this.body.rows];
    this.lines = this.rows.filter(row => !row.classList.contains('gap'));
    this.lines.forEach((row, i) => { row.line = data.lines[i]; });
    this.labels = this.lines.length ? this.lines[0].querySelectorAll('th').length : 0;
    this.cells = data.cells ? new Cells(data) : null;
    this.off = new Set();
    this.closed = new Set();
    this.sorted = null;
    this.found = '';
    this.said = section.querySelector('.said');
    this.filtered = section.querySelector('.filtered');
    this.server = new Map();
    this.checked = false;
    this.tools();
    this.heads();
    this.folds();
    this.figures();
  }

  tools() {
    const tools = this.section.querySelector('.tools');
    const find = made('input', {type: 'search', placeholder: 'Find', 'aria-label': 'Find lines of ' + this.data.title, size: '12'});
    find.addEventListener('input', () => { this.found = find.value; this.show(); this.page.remember(); });
    this.findBox = find;
    this.choices = [];
    if (this.cells) {
      for (const axis of ['down', 'across']) {
        this.data[axis].levels.forEach((level, depth) => {
          const items = [...new Set(this.data[axis].leaves.map(path => path[depth]).filter(label => label !== undefined))];
          if (items.length > 1 && level) {
            const choice = new Choice(level, items, () => this.page.changed());
            Object.assign(choice, {axis, depth});
            this.choices.push(choice);
          }
        });
      }
    }
    this.switches = this.data.measures.length < 2 ? [] : this.data.measures.map((measure, i) => {
      const box = made('input', {type: 'checkbox'});
      box.checked = true;
      box.addEventListener('change', () => {
        if (box.checked) { this.off.delete(i); } else if (this.off.size < this.data.measures.length - 1) { this.off.add(i); } else { box.checked = true; }
        this.show();
        this.page.remember();
      });
      return box;
    });
    const measures = this.switches.length
      ? [made('details', {class: 'choice'}, made('summary', {}, 'Measures'), made('div', {class: 'items'}, ...this.switches.map((box, i) => made('label', {}, box, ' ' + this.data.measures[i].name))))] : [];
    tools.prepend(find, ...this.choices.map(choice => choice.element), ...measures);
    tools.querySelector('.copy').addEventListener('click', async () => {
      const text = this.shownRows().map(row => this.texts(row, false).join('\t')).join('\n');
      try { await navigator.clipboard.writeText(text); this.say('copied'); } catch { this.say('this browser lets nothing be copied'); }
    });
    tools.querySelector('.csv').addEventListener('click', () => download(this.shownRows().map(row => this.texts(row, true)), this.data.name + '.csv'));
  }

  say(text) { this.said.textContent = text; }

  shownRows() {
    return [...this.table.tHead.rows, ...this.body.rows].filter(row => !row.hidden && !row.classList.contains('gap'));
  }

  texts(row, exact) {
    return [...row.cells].filter(cell => !cell.hidden).flatMap(cell => {
      const text = cell.querySelector('.text')?.textContent ?? cell.textContent;
      return [exact ? this.exact(cell) ?? text : text, ...Array(cell.colSpan - 1).fill('')];
    });
  }

  /** Headings know their columns; those of the lowest line sort. */
  heads() {
    this.headCells = [];
    const rows = [...this.table.tHead.rows];
    for (const row of rows) {
      let at = -this.labels;
      for (const cell of row.cells) {
        if (at >= 0) { this.headCells.push({cell, from: at, to: at + cell.colSpan}); }
        at += cell.colSpan;
      }
    }
    this.sorts = this.data.lines.every(line => line[2] < 0) && this.lines.some(row => row.classList.contains('item'));
    if (!this.sorts) { return; }
    for (const {cell, from} of this.headCells.filter(head => head.cell.parentElement === rows[rows.length - 1])) {
      const button = made('button', {class: 'sort text', type: 'button'}, ...cell.childNodes);
      cell.replaceChildren(button);
      cell.setAttribute('aria-sort', 'none');
      button.addEventListener('click', () => {
        const now = this.sorted?.column === from ? this.sorted.way : 'none';
        const way = {none: 'descending', descending: 'ascending', ascending: 'none'}[now];
        this.sorted = way === 'none' ? null : {column: from, way};
        this.sort();
        this.page.remember();
      });
    }
  }

  number(row, column) { return this.exact(row.cells[this.labels + column]) ?? null; }

  /** The exact value of a figure as it is shown now; undefined where there is none. */
  exact(cell) {
    const row = cell.parentElement;
    if (!this.changed || !row.line || cell.tagName !== 'TD') { return cell.dataset.value; }
    const column = this.data.columns[cell.cellIndex - this.labels];
    const measure = this.measure(row.line, column);
    const value = this.cells.sure[measure] ? this.cells.value(measure, row.line, column) : null;
    return value ? exactText(value, Math.max(10, this.data.measures[measure].places)) : undefined;
  }

  /** Orders groups by their subtotals, and lines within each group by their own figures. */
  sort() {
    for (const head of this.headCells) { if (head.cell.hasAttribute('aria-sort')) { head.cell.setAttribute('aria-sort', 'none'); } }
    if (!this.sorted) {
      this.body.replaceChildren(...this.rows);
      this.say('');
      return;
    }
    const {column, way} = this.sorted;
    const lowest = this.table.tHead.rows[this.table.tHead.rows.length - 1].cells[this.labels + column];
    lowest.setAttribute('aria-sort', way);
    const sign = way === 'descending' ? -1 : 1;
    const compared = (x, y) => {
      if (x === null || y === null) { return x === y ? 0 : x === null ? 1 : -1; }
      return sign * (/^-?[0-9.]+$/.test(x + y.replace('-', '')) ? Number(x) - Number(y) : x.localeCompare(y));
    };
    const blocks = [];
    for (const row of this.rows) {
      const outer = row.line && !row.classList.contains('total') ? this.data.down.leaves[row.line[0]]?.[0] : undefined;
      const last = blocks[blocks.length - 1];
      if (last && (row.classList.contains('gap') || (outer !== undefined && last.outer === outer))) { last.rows.push(row); } else { blocks.push({outer, rows: [row], at: blocks.length}); }
    }
    const head = block => (block.rows.filter(row => row.line).length === 1 ? block.rows.find(row => row.line)
      : block.rows.find(row => row.classList.contains('subtotal') && this.covers(row, block)));
    const movable = blocks.filter(block => block.outer !== undefined);
    if (movable.every(head)) { movable.sort((a, b) => compared(this.number(head(a), column), this.number(head(b), column)) || a.at - b.at); }
    for (const block of movable) {
      for (let from = 0; from < block.rows.length; from++) {
        let to = from;
        while (to < block.rows.length && block.rows[to].classList.contains('item')) { to++; }
        if (to > from) {
          const run = block.rows.slice(from, to).sort((a, b) => compared(this.number(a, column), this.number(b, column)));
          block.rows.splice(from, run.length, ...run);
          from = to;
        }
      }
    }
    this.body.replaceChildren(...movable.flatMap(block => block.rows), ...blocks.filter(block => block.outer === undefined).flatMap(block => block.rows));
    this.say('sorted by ' + this.headingOf(column) + ', ' + way);
  }

  covers(row, block) {
    const leaves = block.rows.filter(one => one.line).map(one => one.line);
    return row.line[0] === Math.min(...leaves.map(line => line[0])) && row.line[1] === Math.max(...leaves.map(line => line[1]));
  }

  headingOf(column) {
    return this.headCells.filter(head => head.from <= column && column < head.to).map(head => head.cell.textContent).filter(Boolean).join(', ');
  }

  /** Lines of subtotals open and close what they are made of. */
  folds() {
    this.folding = this.lines.filter(row => row.classList.contains('subtotal') && row.line[1] - row.line[0] > 0 && row.line[2] < 0 && this.data.down.leaves.length > 0
      && this.lines.some(other => other !== row && other.line[0] >= row.line[0] && other.line[1] <= row.line[1] && !other.classList.contains('total')));
    this.folding.forEach((row, i) => {
      const cell = row.cells[0];
      const button = made('button', {class: 'fold', type: 'button', 'aria-expanded': 'true', 'aria-label': 'Lines of ' + cell.textContent});
      const text = made('span', {class: 'text'}, ...cell.childNodes);
      cell.append(button, text);
      button.addEventListener('click', () => {
        if (!this.closed.delete(i)) { this.closed.add(i); }
        this.show();
        this.page.remember();
      });
      row.fold = button;
    });
    if (this.folding.length > 1) {
      const all = made('button', {type: 'button', class: 'close-all'}, 'Close all');
      all.addEventListener('click', () => {
        this.closed = this.closed.size ? new Set() : new Set(this.folding.keys());
        this.show();
        this.page.remember();
      });
      this.closeAll = all;
      this.section.querySelector('.tools .copy').before(all);
    }
  }

  /** Figures can be reached by keyboard, and opened where the page has their rows. */
  figures() {
    const first = this.body.querySelector('td');
    if (!first) { return; }
    first.tabIndex = 0;
    this.body.addEventListener('keydown', event => {
      const cell = event.target.closest('td');
      if (!cell || cell !== event.target) { return; }
      const step = {ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0]}[event.key];
      if (step) {
        event.preventDefault();
        const rows = [...this.body.rows].filter(row => !row.hidden && !row.classList.contains('gap'));
        const cells = row => [...row.cells].filter(one => one.tagName === 'TD' && !one.hidden);
        const row = rows[rows.indexOf(cell.parentElement) + step[0]];
        const next = row && cells(row)[cells(cell.parentElement).indexOf(cell) + step[1]];
        if (next) { cell.tabIndex = -1; next.tabIndex = 0; next.focus(); }
      } else if (event.key === 'Enter') {
        this.open(cell);
      }
    });
    if (this.page.hasRows(this)) {
      this.table.classList.add('opens');
      this.body.addEventListener('click', event => { const cell = event.target.closest('td'); if (cell) { this.open(cell); } });
    }
  }

  open(cell) {
    if (this.exact(cell) === undefined || !this.page.hasRows(this)) { return; }
    const column = cell.cellIndex - this.labels;
    const row = cell.parentElement;
    const measure = this.data.measures[this.measure(row.line, this.data.columns[column])];
    if (!measure.own) { this.say(measure.name + ' is of other rows than the page has'); return; }
    const names = [...row.cells].slice(0, this.labels).map(one => (one.querySelector('.text') ?? one).textContent).filter(Boolean);
    const title = [...names, this.headingOf(column)].join(', ');
    this.page.openRows(this, {title, figure: cell.textContent, formula: measure.name + ' = ' + measure.value, line: row.line, column: this.data.columns[column]});
  }

  measure(line, column) { return line[2] >= 0 ? line[2] : Math.max(0, column[2]); }

  /** Which innermost items count by the choices made here. */
  kept(axis) {
    const chosen = this.choices.filter(choice => choice.axis === axis && choice.chosen.size);
    if (!chosen.length) { return null; }
    return this.data[axis].leaves.map(path => chosen.every(choice => choice.chosen.has(path[choice.depth])));
  }

  filterFlags() {
    return (this.data.filters ?? []).map(filter => this.page.choice(filter.name)?.chosen.size
      ? filter.items.map(item => this.page.choice(filter.name).chosen.has(item)) : null);
  }

  /** Computes every figure anew for what is chosen. */
  compute() {
    if (!this.cells) { return; }
    const [down, across, filters] = [this.kept('down'), this.kept('across'), this.filterFlags()];
    const any = Boolean(down || across || filters.some(Boolean));
    if (!any && !this.changed) { return; }
    if (!this.checked) { this.check(); }
    this.cells.choose(down, across, filters);
    this.changed = any;
    for (const row of this.lines) {
      for (let i = 0; i < this.data.columns.length; i++) {
        const cell = row.cells[this.labels + i];
        const measure = this.measure(row.line, this.data.columns[i]);
        this.put(cell, !any ? this.server.get(cell) : this.cells.sure[measure] ? this.cells.text(measure, row.line, this.data.columns[i]) : '\u2013');
      }
    }
    this.headline(any);
    if (this.sorted) { this.sort(); }
  }

  /** The figure that the contents have of it. */
  headline(any) {
    const cell = document.querySelector('.contents a[href="#' + this.id + '"]')?.closest('tr').querySelector('.headline');
    if (!cell) { return; }
    this.first ??= cell.textContent;
    const all = [...this.cells.whole.down, -1, 0, 0];
    const across = [...this.cells.whole.across, -1, 0, 0];
    cell.textContent = !any ? this.first : this.cells.sure[0] ? shownText(this.cells.value(0, all, across), this.data.measures[0]) : '\u2013';
    cell.nextElementSibling.hidden = any;
  }

  put(cell, text) {
    const node = cell.firstChild;
    if (!node) { cell.textContent = text; } else if (node.nodeValue !== text) { node.nodeValue = text; }
  }

  /** Keeps what the page came with, and trusts only measures that come to the same when computed here. */
  check() {
    this.checked = true;
    this.cells.choose(null, null, (this.data.filters ?? []).map(() => null));
    for (const row of this.lines) {
      for (let i = 0; i < this.data.columns.length; i++) {
        const cell = row.cells[this.labels + i];
        const measure = this.measure(row.line, this.data.columns[i]);
        const text = cell.textContent;
        this.server.set(cell, text);
        if (this.cells.sure[measure] && this.cells.text(measure, row.line, this.data.columns[i]) !== text) { this.cells.sure[measure] = false; }
      }
    }
  }

  /** Shows and hides lines and columns. */
  show() {
    const down = this.kept('down');
    const across = this.kept('across');
    const within = (flags, range) => !flags || range[1] === range[0] || flags.slice(range[0], range[1]).some(Boolean);
    const wanted = this.found.trim().toLowerCase();
    let matching = 0;
    this.folding.forEach((row, i) => { row.fold.setAttribute('aria-expanded', String(!this.closed.has(i))); });
    for (const row of this.lines) {
      const total = row.classList.contains('total');
      const closed = this.folding.some((fold, i) => this.closed.has(i) && fold !== row && row.line[0] >= fold.line[0] && row.line[1] <= fold.line[1] && !total);
      const label = [...row.cells].slice(0, this.labels).map(cell => cell.textContent).join(' ').toLowerCase();
      const found = !wanted || label.includes(wanted);
      matching += found && !total ? 1 : 0;
      row.hidden = !within(down, row.line) || !this.anyIn(row.line, null) || (row.line[2] >= 0 && this.off.has(row.line[2])) || closed || (!found && !total);
    }
    let before = false;
    for (const row of this.body.rows) {
      if (row.classList.contains('gap')) { row.hidden = !before; before = false; } else { before ||= !row.hidden; }
    }
    const shown = this.data.columns.map(column => within(across, column) && this.anyIn(null, column) && !(column[2] >= 0 && this.off.has(column[2])));
    for (const {cell, from, to} of this.headCells) {
      const span = shown.slice(from, to).filter(Boolean).length;
      cell.hidden = span === 0;
      if (span) { cell.colSpan = span; }
    }
    if (this.columnsShown !== shown.join()) {
      for (const row of this.lines) { for (let i = 0; i < shown.length; i++) { row.cells[this.labels + i].hidden = !shown[i]; } }
      this.columnsShown = shown.join();
    }
    if (this.closeAll) { this.closeAll.textContent = this.closed.size ? 'Open all' : 'Close all'; }
    this.words(wanted, matching);
    tops(this.table);
    this.page.draw(this);
  }

  /** Whether anything is left of a line or a column after what was chosen. */
  anyIn(line, column) {
    if (!this.changed || !this.cells) { return true; }
    const {down, across} = this.cells.whole;
    return this.cells.gathered(line ? [line[0], line[1]] : down, column ? [column[0], column[1]] : across).there;
  }

  /** Says what the figures are of. */
  words(wanted, matching) {
    const said = [];
    const filters = [...this.page.choices.filter(choice => (this.data.filters ?? []).some(f => f.name === choice.name)), ...this.choices].map(choice => choice.words()).filter(Boolean);
    if (filters.length) { said.push('Only where ' + filters.join(' and ') + '; totals are of these.'); }
    const missing = this.page.choices.filter(choice => choice.chosen.size && !(this.data.filters ?? []).some(f => f.name === choice.name)).map(choice => choice.name);
    if (missing.length) { said.push('Not filtered by ' + missing.join(', ') + ': ' + (this.cells ? 'these figures have no such items.' : 'these figures can\u2019t be computed from parts.')); }
    const unsure = this.changed && this.cells ? this.data.measures.filter((m, i) => !this.cells.sure[i]).map(m => m.name) : [];
    if (unsure.length) { said.push(unsure.join(', ') + ' can\u2019t be computed for a choice, and ' + (unsure.length === 1 ? 'is' : 'are') + ' left out.'); }
    if (wanted) { said.push(counted(matching, 'line', 'lines') + ' with \u201c' + this.found.trim() + '\u201d; totals are of all lines.'); }
    this.filtered.textContent = said.join(' ');
  }

  state() {
    const state = {};
    if (this.found.trim()) { state.find = this.found.trim(); }
    if (this.sorted) { state.sort = this.sorted.column + '-' + this.sorted.way; }
    if (this.off.size) { state.off = [...this.off].join('-'); }
    if (this.closed.size) { state.closed = [...this.closed].join('-'); }
    for (const choice of this.choices) { if (choice.chosen.size) { state[choice.axis + choice.depth] = [...choice.chosen].join('\n'); } }
    return state;
  }

  restore(state) {
    this.found = state.find ?? '';
    this.findBox.value = this.found;
    const [column, way] = (state.sort ?? '').split('-');
    this.sorted = this.sorts && ['descending', 'ascending'].includes(way) && Number(column) < this.data.columns.length ? {column: Number(column), way} : null;
    const numbers = (text, below) => new Set((text ?? '').split('-').filter(Boolean).map(Number).filter(n => n >= 0 && n < below));
    this.off = numbers(state.off, this.data.measures.length);
    if (this.off.size === this.data.measures.length) { this.off.clear(); }
    this.switches.forEach((box, i) => { box.checked = !this.off.has(i); });
    this.closed = numbers(state.closed, this.folding.length);
    for (const choice of this.choices) { choice.set((state[choice.axis + choice.depth] ?? '\u0000').split('\n')); }
  }
}
const tops = table => {
  let top = 0;
  for (const row of table.tHead.rows) {
    for (const cell of row.cells) { cell.style.top = top + 'px'; }
    top += row.getBoundingClientRect().height;
  }
};
