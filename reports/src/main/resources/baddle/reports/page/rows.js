// The rows behind a figure. They come compressed, and are unpacked when somebody asks for the first time.
class Rows {
  constructor(element) {
    this.element = element;
    this.dataset = element.dataset.of;
    this.summaries = element.dataset.summaries.split(' ').map(Number);
  }

  async load() {
    if (!this.data) {
      const bytes = Uint8Array.from(atob(this.element.textContent.trim()), c => c.charCodeAt(0));
      this.data = await new Response(new Blob([bytes]).stream().pipeThrough(new DecompressionStream('deflate'))).json();
    }
    return this.data;
  }

  /** The numbers of the rows that a figure is made of. */
  async of(summary, index, line, column) {
    const {places} = await this.load();
    const place = places[index];
    const [down, across, filters] = [summary.kept('down'), summary.kept('across'), summary.filterFlags()];
    const found = [];
    for (let row = 0; row < place.down.length; row++) {
      const d = place.down[row];
      const a = place.across[row];
      const within = d >= line[0] && (d < line[1] || line[1] === line[0]) && a >= column[0] && (a < column[1] || column[1] === column[0]);
      if (d >= 0 && within && (!down || down[d]) && (!across || across[a]) && filters.every((chosen, f) => !chosen || chosen[place.filters[f][row]])) { found.push(row); }
    }
    return found;
  }

  values(row) { return this.data.columns.map(column => column.values[column.rows[row]]); }
}

/** Shows the rows of a figure below its table. */
const showRows = async (rows, summary, index, asked) => {
  const found = await rows.of(summary, index, asked.line, asked.column);
  const columns = rows.data.columns;
  const title = counted(found.length, 'row', 'rows') + ' behind ' + asked.figure + ' (' + asked.title + ')';
  const body = made('tbody');
  const more = made('button', {type: 'button'});
  const put = count => {
    for (const row of found.slice(body.rows.length, body.rows.length + count)) {
      body.append(made('tr', {}, ...rows.values(row).map((value, i) => made('td', {class: columns[i].number ? '' : 'label'}, value))));
    }
    more.hidden = body.rows.length >= found.length;
    more.textContent = 'Show ' + Math.min(200, found.length - body.rows.length) + ' more of ' + found.length;
  };
  put(100);
  more.addEventListener('click', () => put(200));
  const close = made('button', {type: 'button'}, 'Close');
  const csv = made('button', {type: 'button'}, 'Download CSV');
  csv.addEventListener('click', () => download([columns.map(column => column.name), ...found.map(row => rows.values(row))], summary.data.name + '-rows.csv'));
  const id = summary.id + '-rows';
  const panel = made('section', {class: 'behind', 'aria-labelledby': id},
    made('h3', {id, tabindex: '-1'}, title), made('p', {class: 'muted'}, asked.formula ?? ''), made('div', {class: 'tools'}, csv, close),
    made('div', {class: 'scroll', tabindex: '0', role: 'region', 'aria-labelledby': id},
      made('table', {}, made('thead', {}, made('tr', {class: 'lowest'}, ...columns.map(column => made('th', {scope: 'col', class: column.number ? '' : 'label'}, column.name)))), body)), more);
  const place = summary.section.querySelector('.place');
  place.replaceChildren(panel);
  close.addEventListener('click', () => { place.replaceChildren(); summary.body.querySelector('td[tabindex="0"]')?.focus(); });
  panel.querySelector('h3').focus();
};
