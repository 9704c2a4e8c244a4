import {
  cameraCard,
  cardLines,
  cautionsOf,
  formatStops,
  packList,
  runSheet,
  SAFETY_DEFERS,
  type Look,
  type SheetCard,
} from '@fulgent/core';

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

function block(card: SheetCard, i: number): string {
  const off = card.roundingStops ? ` (${formatStops(card.roundingStops)} from the plan)` : '';
  return `<section><div class="box"></div><b>${i + 1}. ${escaped(card.name)}</b> ${escaped(card.fixture)}${card.pieces > 1 ? `, ${card.pieces} alike` : ''}
<div class="dial">${escaped(card.power)}${escaped(off)}</div>
<table>${cardLines(card)
    .map(({ name, value }) => `<tr><th>${escaped(name)}</th><td>${escaped(value)}</td></tr>`)
    .join('')}</table></section>`;
}

/** The run sheet as a page of its own to print or keep as PDF. `picture` is a data URL of the frame, where there is one. */
export function sheetHtml(look: Look, picture: string | null): string {
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${escaped(look.title)}: run sheet</title><style>${STYLE}</style></head><body>
${picture ? `<img alt="Simulated picture" src="${picture}">` : ''}
<h1>${escaped(look.title)}</h1><p>${escaped(look.brief.note)}</p>
<h2>Camera</h2><table>${cameraCard(look)
    .map(({ name, value }) => `<tr><th>${escaped(name)}</th><td>${escaped(value)}</td></tr>`)
    .join('')}</table>
<h2 style="clear: both">Lights, in build order</h2>${runSheet(look).map(block).join('')}
<h2>To pack</h2><table>${packList(look)
    .map(({ name, count, use }) => `<tr><th>${count}</th><td>${escaped(name)}</td><td>${escaped(use)}</td></tr>`)
    .join('')}</table>
<h2>Cautions</h2><ul>${cautionsOf(look)
    .map(({ title, reasons }) => `<li><b>${escaped(title)}.</b> ${escaped(reasons.join(' '))}</li>`)
    .join('')}</ul>
<p>${escaped(SAFETY_DEFERS)}</p>
</body></html>`;
}
