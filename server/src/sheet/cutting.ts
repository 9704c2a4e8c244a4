import type { GelNeed } from '@fulgent/core/planning';
import type PDFDocument from 'pdfkit';

type Document = InstanceType<typeof PDFDocument>;

interface Fonts {
  readonly text: string;
  readonly strong: string;
}

const [ABREAST, GAP, WIDEST] = [3, 12, 165];
/** A roll is drawn as far as it is cut. */
const ROLL = 2;

/** How the sheets of each gel are cut, drawn to scale; `latin` makes text printable. */
export function drawCutting(
  doc: Document,
  needs: readonly GelNeed[],
  margin: number,
  fonts: Fonts,
  latin: (text: string) => string,
): void {
  const inner = doc.page.width - 2 * margin;
  const each = Math.min(WIDEST, (inner - (ABREAST - 1) * GAP) / ABREAST);
  for (const need of needs) {
    const [w, h] = need.sheet;
    const sheets = [...new Set(need.placed.map(({ sheet }) => sheet))].map((sheet) =>
      need.placed.filter((one) => one.sheet === sheet),
    );
    const heightOf = (placed: GelNeed['placed']) =>
      (each / w) * (h > ROLL * w ? Math.min(h, Math.max(...placed.map((one) => one.y + one.h)) + 10) : h);
    const room = (height: number) => {
      if (doc.y + height > doc.page.height - margin) doc.addPage();
    };
    room(30 + (sheets[0] ? heightOf(sheets[0]) : 0));
    const count = `${need.sheets} ${need.sheets === 1 ? 'sheet' : 'sheets'} of ${w} x ${h} cm`;
    const short = need.have !== null && need.have < need.sheets ? `, ${need.sheets - need.have} to buy` : '';
    doc
      .moveDown(0.4)
      .font(fonts.strong)
      .fontSize(9.5)
      .fillColor('#000')
      .text(latin(`${need.name}: ${count}${short}`), margin);
    for (const { piece, across, down } of need.joins)
      doc
        .font(fonts.text)
        .fontSize(8.5)
        .text(
          latin(
            `${need.lights[piece]}: ${need.pieces[piece]!.join(' x ')} cm, joined of ${across * down} sheets, ${across} across and ${down} down.`,
          ),
          margin,
        );
    doc.moveDown(0.2);
    for (let i = 0; i < sheets.length; i += ABREAST) {
      const row = sheets.slice(i, i + ABREAST);
      const height = Math.max(...row.map(heightOf));
      room(height + GAP);
      const top = doc.y;
      row.forEach((placed, k) => {
        const left = margin + k * (each + GAP);
        doc.lineWidth(0.5).strokeColor('#999').rect(left, top, each, heightOf(placed)).stroke();
        for (const one of placed) drawPiece(doc, one, need.lights[one.piece]!, { left, top, scale: each / w }, fonts, latin);
      });
      doc.x = margin;
      doc.y = top + height + GAP;
    }
  }
}

function drawPiece(
  doc: Document,
  { x, y, w, h }: GelNeed['placed'][number],
  name: string,
  { left, top, scale }: { readonly left: number; readonly top: number; readonly scale: number },
  { text }: Fonts,
  latin: (text: string) => string,
): void {
  const [px, py, pw, ph] = [left + x * scale, top + y * scale, w * scale, h * scale];
  doc.lineWidth(0.9).strokeColor('#000').rect(px, py, pw, ph).stroke();
  if (pw < 30 || ph < 20) return;
  const line = { width: pw - 6, height: 9, ellipsis: true, lineBreak: false } as const;
  doc
    .font(text)
    .fontSize(7.5)
    .fillColor('#000')
    .text(latin(name), px + 3, py + 3, line);
  doc.fillColor('#555').text(`${w} x ${h}`, px + 3, py + 12, line);
}
