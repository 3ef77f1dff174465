// The whole page: filters that go for all of its tables, and its state in the address, to be sent as a link.
class Page {
  constructor() {
    this.choices = [];
    this.rows = [...document.querySelectorAll('script.rows')].map(element => new Rows(element));
    const sections = [...document.querySelectorAll('section.summary')];
    this.summaries = sections.map(section => new Summary(section, JSON.parse(document.getElementById(section.id + '-data').textContent), this));
    this.filterBar();
    this.charts = new Map(this.summaries.filter(summary => summary.data.chart).map(summary => [summary, new Chart(summary)]));
    document.body.classList.add('live');
    this.restore();
    const idle = globalThis.requestIdleCallback ?? (work => setTimeout(work, 200));
    this.summaries.filter(summary => summary.cells).forEach(summary => idle(() => { if (!summary.checked) { summary.check(); } }));
    addEventListener('hashchange', () => this.restore());
    addEventListener('resize', () => this.charts.forEach(chart => chart.draw()));
    document.addEventListener('click', event => document.querySelectorAll('details.choice[open]').forEach(open => { if (!open.contains(event.target)) { open.open = false; } }));
  }

  filterBar() {
    const names = new Map();
    for (const summary of this.summaries) {
      for (const filter of summary.data.filters ?? []) {
        const items = names.get(filter.name) ?? new Set();
        filter.items.forEach(item => items.add(item));
        names.set(filter.name, items);
      }
    }
    this.choices = [...names].map(([name, items]) => new Choice(name, [...items].sort(), () => this.changed()));
    const bar = document.querySelector('.filters');
    if (bar && this.choices.length) {
      const reset = made('button', {type: 'button'}, 'Show all again');
      reset.addEventListener('click', () => {
        [...this.choices, ...this.summaries.flatMap(summary => summary.choices)].forEach(choice => choice.set([]));
        this.changed();
      });
      bar.append(made('span', {class: 'muted'}, 'Only'), ...this.choices.map(choice => choice.element), reset);
    }
  }

  choice(name) { return this.choices.find(choice => choice.name === name); }

  changed() {
    this.summaries.forEach(summary => { summary.compute(); summary.show(); });
    this.remember();
  }

  draw(summary) { this.charts?.get(summary)?.draw(); }

  rowsOf(summary) { return this.rows.find(rows => rows.summaries.includes(this.index(summary))); }

  index(summary) { return Number(summary.id.slice(1)) - 1; }

  hasRows(summary) { return this.rowsOf(summary) !== undefined; }

  openRows(summary, asked) { return showRows(this.rowsOf(summary), summary, this.index(summary), asked); }

  remember() {
    const state = new URLSearchParams();
    this.choices.forEach(choice => { if (choice.chosen.size) { state.set('only ' + choice.name, [...choice.chosen].join('\n')); } });
    this.summaries.forEach(summary => Object.entries(summary.state()).forEach(([key, value]) => state.set(summary.id + ' ' + key, value)));
    const text = String(state);
    history.replaceState(null, '', text ? '#' + text : location.pathname + location.search);
  }

  restore() {
    const hash = location.hash.slice(1);
    if (hash && !hash.includes('=')) { this.summaries.forEach(summary => { summary.show(); }); return; }
    const state = new URLSearchParams(hash);
    this.choices.forEach(choice => choice.set((state.get('only ' + choice.name) ?? '\u0000').split('\n')));
    for (const summary of this.summaries) {
      const own = {};
      for (const [key, value] of state) { if (key.startsWith(summary.id + ' ')) { own[key.slice(summary.id.length + 1)] = value; } }
      summary.restore(own);
      summary.compute();
      summary.sort();
      summary.show();
    }
  }
}
globalThis.baddle = new Page();
