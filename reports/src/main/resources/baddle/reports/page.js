'use strict';
for (const section of document.querySelectorAll('section.summary')) {
  const table = section.querySelector('table');
  const rows = () => [...table.rows].filter(row => !row.classList.contains('gap'));
  const cells = row => [...row.cells].flatMap(cell => [cell.textContent, ...Array(cell.colSpan - 1).fill('')]);
  const exact = row => [...row.cells].flatMap(cell => [cell.dataset.value ?? cell.textContent, ...Array(cell.colSpan - 1).fill(cell.textContent)]);
  const said = section.querySelector('.said');
  const quoted = text => /[",\r\n]/.test(text) ? '"' + text.replace(/"/g, '""') + '"' : text;
  section.querySelector('.copy').addEventListener('click', async () => {
    await navigator.clipboard.writeText(rows().map(row => cells(row).join('\t')).join('\n'));
    said.textContent = 'copied';
  });
  section.querySelector('.csv').addEventListener('click', () => {
    const text = rows().map(row => exact(row).map(quoted).join(',')).join('\r\n') + '\r\n';
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([text], {type: 'text/csv'}));
    link.download = section.id + '.csv';
    link.click();
    URL.revokeObjectURL(link.href);
  });
  const body = table.tBodies[0];
  const original = [...body.rows];
  for (const button of table.querySelectorAll('button.sort')) {
    button.addEventListener('click', () => {
      const head = button.closest('th');
      const column = head.cellIndex;
      const now = {descending: 'ascending', ascending: 'none'}[head.getAttribute('aria-sort')] ?? 'descending';
      for (const other of table.querySelectorAll('th[aria-sort]')) { other.setAttribute('aria-sort', 'none'); }
      head.setAttribute('aria-sort', now);
      const items = original.filter(row => row.classList.contains('item'));
      const rest = original.filter(row => !row.classList.contains('item'));
      const value = row => row.cells[column].dataset.value ?? '';
      const compared = (x, y) => Number.isNaN(Number(x)) ? y.localeCompare(x) : Number(y) - Number(x);
      const order = (a, b) => value(a) === '' ? 1 : value(b) === '' ? -1 : compared(value(a), value(b));
      if (now !== 'none') { items.sort((a, b) => now === 'descending' ? order(a, b) : value(a) === '' || value(b) === '' ? order(a, b) : -order(a, b)); }
      body.replaceChildren(...(now === 'none' ? original : items.concat(rest)));
      said.textContent = now === 'none' ? '' : 'sorted by ' + button.textContent + ', ' + now;
    });
  }
}
const tops = table => { let top = 0; for (const row of table.tHead.rows) { for (const cell of row.cells) { cell.style.top = top + 'px'; } top += row.getBoundingClientRect().height; } };
document.querySelectorAll('section.summary table').forEach(tops);
