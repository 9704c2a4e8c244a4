import type { SheetLine } from '@fulgent/core/day';
import { sheetDocument, type SheetBlock, type SheetList } from '@fulgent/words';
import type { KitEntry } from '@fulgent/core/catalogue';
import type { Look } from '@fulgent/core/document';

const escaped = (text: string) => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

/** Black on white, for A4 and Letter alike: one block a light that is not broken across pages. */
const STYLE = `
@page { margin: 14mm }
body { font: 11pt/1.35 Barlow, system-ui, sans-serif; color: #000; background: #fff; margin: 0 }
h1 { font-size: 18pt; margin: 0 0 2mm }
h2 { font-size: 12pt; margin: 6mm 0 2mm }
p { margin: 0 0 2mm }
table { border-collapse: collapse; width: 100% }
td, th { text-align: left; vertical-align: top; padding: 1.2mm 2mm; border-bottom: 0.3mm solid #999 }
section { break-inside: avoid; border: 0.3mm solid #000; padding: 3mm; margin: 0 0 3mm }
.dial { font-size: 20pt; font-weight: 700 }
.box { float: right; width: 8mm; height: 8mm; border: 0.4mm solid #000 }
img { width: 70mm; float: right; margin-left: 4mm }
`;

const table = (rows: readonly string[]) => `<table>${rows.join('')}</table>`;

const line = ({ name, value }: SheetLine) => `<tr><th>${escaped(name)}</th><td>${escaped(value)}</td></tr>`;

const block = ({ heading, fixture, power, rounding, lines }: SheetBlock) =>
  `<section><div class="box"></div><b>${escaped(heading)}</b> ${escaped(fixture)}
<div class="dial">${escaped(power)}</div>${rounding ? `<p>${escaped(rounding)}</p>` : ''}${table(lines.map(line))}</section>`;

const list = ({ title, items }: SheetList) =>
  `<h2>${escaped(title)}</h2>${table(
    items.map(
      ({ name, count, text }) =>
        `<tr>${count === null ? '' : `<td>${count}</td>`}<th>${escaped(name)}</th><td>${escaped(text)}</td></tr>`,
    ),
  )}`;

/** The run sheet as a page of its own to print or keep as PDF. `picture` is a data URL of the frame, where there is one. */
export function sheetHtml(look: Look, kit: readonly KitEntry[], picture: string | null): string {
  const { title, note, camera, blocks, lists, defers } = sheetDocument(look, kit);
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${escaped(title)}: run sheet</title><style>${STYLE}</style></head><body>
${picture ? `<img alt="Simulated picture" src="${picture}">` : ''}
<h1>${escaped(title)}</h1><p>${escaped(note)}</p>
<h2>Camera</h2>${table(camera.map(line))}
<h2 style="clear: both">Lights, in build order</h2>${blocks.map(block).join('')}
${lists.map(list).join('')}
<p>${escaped(defers)}</p>
</body></html>`;
}
