import { readFileSync } from 'node:fs';
import { sheetDocument, type SheetDocument } from '@fulgent/words';
import type { KitEntry } from '@fulgent/core/catalogue';
import type { Look } from '@fulgent/core/document';
import { gelNeeds, LAP_CM } from '@fulgent/core/planning';
import type PDFDocument from 'pdfkit';
import { drawCutting } from './cutting';
import { drawPlan } from './plan';

/** Sizes of paper, in points. */
export const PAPERS = { a4: [595.28, 841.89], letter: [612, 792] } as const;
export type Paper = keyof typeof PAPERS;

/** The picture that `sheetPdf` takes, px: finer than it is printed. */
export const SHEET_PICTURE = { width: 400, height: 480 } as const;

const MARGIN = 40;
const GAP = 8;
const [TEXT, STRONG] = ['text', 'strong'];
const fontFile = (weight: 400 | 600) =>
  readFileSync(require.resolve(`@fontsource/barlow/files/barlow-latin-${weight}-normal.woff`));
/** Letters outside the shipped font's Latin are written as near as they come. */
const latin = (text: string) =>
  text
    .normalize('NFC')
    .replace(/[−–]/g, '-')
    .replace(/[^\u0020-\u00ff\u2018-\u201d\u2026\u2022\n]/g, '?');

type Document = InstanceType<typeof PDFDocument>;

/** The run sheet on paper: picture, camera, plan, a block for each light, and the lists. `colours`: of each light by itself, #rrggbb by id. */
export async function sheetPdf(
  look: Look,
  kit: readonly KitEntry[],
  picture: Buffer,
  paper: Paper,
  colours: ReadonlyMap<string, string>,
): Promise<Buffer> {
  // Loaded with the first sheet: it is a quarter of what the server would otherwise load to start.
  const { default: Pdf } = await import('pdfkit');
  const [width, height] = PAPERS[paper];
  const doc = new Pdf({
    size: [width, height],
    margin: MARGIN,
    bufferPages: true,
    info: { Title: `${latin(look.title)}: run sheet`, Creator: 'Fulgent' },
  });
  doc.registerFont(TEXT, fontFile(400));
  doc.registerFont(STRONG, fontFile(600));
  const chunks: Buffer[] = [];
  const done = new Promise<Buffer>((resolve, reject) => {
    doc.on('data', (chunk: Buffer) => chunks.push(chunk));
    doc.on('end', () => resolve(Buffer.concat(chunks)));
    doc.on('error', reject);
  });
  const inner = width - 2 * MARGIN;
  const sheet = sheetDocument(look, kit);
  firstPage(doc, look, sheet, picture, inner, colours);
  blocks(doc, sheet, inner);
  lists(doc, sheet);
  cutting(doc, look, kit);
  const { count } = doc.bufferedPageRange();
  for (let page = 0; page < count; page++) {
    doc.switchToPage(page);
    // Written under the margin, where a page would otherwise be broken.
    doc.page.margins.bottom = 0;
    doc
      .font(TEXT)
      .fontSize(8)
      .fillColor('#555')
      .text(`${latin(look.title)}   ${page + 1} of ${count}`, MARGIN, height - 26, {
        width: inner,
        align: 'right',
        lineBreak: false,
      });
  }
  doc.end();
  return done;
}

function heading(doc: Document, text: string): void {
  if (doc.y > doc.page.height - MARGIN - 70) doc.addPage();
  doc.moveDown(0.7).font(STRONG).fontSize(12).fillColor('#000').text(text, MARGIN).moveDown(0.2);
}

function firstPage(
  doc: Document,
  look: Look,
  { title, note, camera }: SheetDocument,
  picture: Buffer,
  inner: number,
  colours: ReadonlyMap<string, string>,
): void {
  doc.font(STRONG).fontSize(20).fillColor('#000').text(latin(title), { width: inner });
  if (note) doc.font(TEXT).fontSize(10).text(latin(note), { width: inner, height: 60, ellipsis: true });
  doc.moveDown(0.5);
  const top = doc.y;
  const pictureW = 168;
  doc.image(picture, MARGIN + inner - pictureW, top, { width: pictureW });
  let y = top;
  for (const { name, value } of camera) {
    doc.font(TEXT).fontSize(9).fillColor('#555').text(name, MARGIN, y, { width: 62, lineBreak: false });
    doc
      .font(STRONG)
      .fontSize(10)
      .fillColor('#000')
      .text(latin(value), MARGIN + 64, y - 0.5, { width: inner - pictureW - 76 });
    y = Math.max(doc.y, y + 15);
  }
  const pictureH = (pictureW * SHEET_PICTURE.height) / SHEET_PICTURE.width;
  const planTop = Math.max(y, top + pictureH) + 14;
  const planH = Math.min(300, doc.page.height - MARGIN - planTop - 20);
  drawPlan(doc, look, { x: MARGIN, y: planTop, width: inner, height: planH, font: TEXT }, colours);
  doc.y = planTop + planH + 6;
  doc.x = MARGIN;
}

/** How gels are cut, where any hang. */
function cutting(doc: Document, look: Look, kit: readonly KitEntry[]): void {
  const needs = gelNeeds(look, kit);
  if (needs.length === 0) return;
  heading(doc, 'Gels to cut');
  doc
    .font(TEXT)
    .fontSize(8.5)
    .fillColor('#555')
    .text(`Laps of ${LAP_CM} cm are in the pieces. Mark each with its light before it is cut.`, MARGIN);
  drawCutting(doc, needs, MARGIN, { text: TEXT, strong: STRONG }, latin);
}

function blocks(doc: Document, sheet: SheetDocument, inner: number): void {
  heading(doc, 'Lights, in build order');
  for (const { heading: name, fixture, power, rounding, lines: rows } of sheet.blocks) {
    const valueW = inner - 20 - 76;
    doc.font(TEXT).fontSize(9.5);
    const heights = rows.map(({ value }) => doc.heightOfString(latin(value), { width: valueW }) + 2);
    const height = 46 + heights.reduce((sum, h) => sum + h, 0);
    if (doc.y + height > doc.page.height - MARGIN) doc.addPage();
    const top = doc.y;
    doc.lineWidth(0.7).strokeColor('#000').rect(MARGIN, top, inner, height).stroke();
    doc.rect(MARGIN + inner - 24, top + 8, 15, 15).stroke();
    doc
      .font(STRONG)
      .fontSize(11)
      .fillColor('#000')
      .text(latin(name), MARGIN + 10, top + 7, { width: inner - 190, lineBreak: false, ellipsis: true });
    doc
      .font(TEXT)
      .fontSize(9)
      .fillColor('#555')
      .text(latin([fixture, rounding].filter(Boolean).join('. ')), MARGIN + 10, top + 22, {
        width: inner - 190,
        lineBreak: false,
        ellipsis: true,
      });
    doc
      .font(STRONG)
      .fontSize(18)
      .fillColor('#000')
      .text(latin(power), MARGIN + inner - 190, top + 7, { width: 158, align: 'right', lineBreak: false });
    let y = top + 40;
    rows.forEach(({ name: dial, value }, r) => {
      doc
        .font(TEXT)
        .fontSize(8.5)
        .fillColor('#555')
        .text(dial, MARGIN + 10, y, { width: 74, lineBreak: false });
      doc
        .font(TEXT)
        .fontSize(9.5)
        .fillColor('#000')
        .text(latin(value), MARGIN + 86, y - 0.5, { width: valueW });
      y += heights[r]!;
    });
    doc.x = MARGIN;
    doc.y = top + height + GAP;
  }
}

function lists(doc: Document, sheet: SheetDocument): void {
  for (const { title, items } of sheet.lists) {
    heading(doc, title);
    for (const { name, count, text } of items) {
      if (doc.y > doc.page.height - MARGIN - 30) doc.addPage();
      const strong = count === null ? name : `${count} x ${name}`;
      doc
        .font(STRONG)
        .fontSize(9.5)
        .fillColor('#000')
        .text(latin(strong), MARGIN, doc.y, { continued: text !== '' });
      // What something is for stands behind it; what is counted has it in brackets, so that the name ends somewhere.
      if (text) doc.font(TEXT).text(latin(count === null ? ` ${text}` : ` (${text})`));
      doc.moveDown(0.15);
    }
  }
  doc.moveDown(0.3).font(TEXT).fontSize(9).text(latin(sheet.defers), MARGIN);
}
