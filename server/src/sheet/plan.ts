import type { Board, Light, Look } from '@fulgent/core/document';
import { lampShape, onPlan, roomWindow, type OnPlan } from '@fulgent/core/scene';
import { planLabels, type PlanLayout } from '@fulgent/words';
import type PDFDocument from 'pdfkit';

interface PlanBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly font: string;
}

type Document = InstanceType<typeof PDFDocument>;
type Place = readonly [x: number, y: number];

const EDGE_M = 0.5;
/** Labels are laid out for letters of 12.5 units; on paper they are this many points. */
const LETTER_PT = 7.5;
const LABEL_SCALE = LETTER_PT / 12.5;

/**
 * The set from above in ink, to scale: room, backdrop, boards, subject, camera with what it sees, and each light at the true size of its modifier with its
 * colour before it, its name, dial and height beside it.
 */
export function drawPlan(doc: Document, look: Look, box: PlanBox, colours: ReadonlyMap<string, string>): void {
  const lights = look.lights.filter(({ on }) => on);
  const layout = fitted(look, lights, box);
  doc.save();
  doc.rect(box.x, box.y, box.width, box.height).clip();
  drawRoom(doc, look, layout);
  for (const board of look.boards) drawBoard(doc, board, layout);
  drawSubject(doc, look, layout);
  drawCamera(doc, look, layout);
  for (const light of lights) drawLight(doc, light, layout, colours.get(light.id) ?? '#999999');
  drawLabels(doc, { ...look, lights }, layout, box);
  drawScale(doc, layout, box);
  doc.restore();
}

/** Everything that stands there, and a little round it. */
function fitted({ camera, backdrop, boards }: Look, lights: readonly Light[], box: PlanBox): PlanLayout {
  const places: OnPlan[] = [
    [0, camera.distanceM],
    [-backdrop.widthM / 2, -backdrop.distanceM],
    [backdrop.widthM / 2, -backdrop.distanceM],
    ...lights.map(({ position }) => onPlan('top', position)),
    ...boards.map(({ position }) => onPlan('top', position)),
  ];
  const [us, vs] = [places.map(([u]) => u), places.map(([, v]) => v)];
  const [left, right] = [Math.min(...us) - EDGE_M, Math.max(...us) + EDGE_M];
  const [top, bottom] = [Math.min(...vs) - EDGE_M, Math.max(...vs) + EDGE_M];
  const scale = Math.min(box.width / (right - left), box.height / (bottom - top));
  const offX = box.x + (box.width - scale * (right - left)) / 2;
  const px = ([u, v]: OnPlan): Place => [offX + (u - left) * scale, box.y + (v - top) * scale];
  return { side: 'top', scale, px, at: (point) => px(onPlan('top', point)) };
}

function path(doc: Document, [first, ...rest]: readonly Place[]): Document {
  doc.moveTo(...first!);
  for (const place of rest) doc.lineTo(...place);
  return doc;
}

function drawRoom(doc: Document, look: Look, { px }: PlanLayout): void {
  const { left, right, top, bottom } = roomWindow(look, 'top');
  const { widthM, distanceM, type } = look.backdrop;
  doc.lineWidth(0.3).strokeColor('#ccc');
  for (let u = Math.ceil(left); u <= right; u++) path(doc, [px([u, top]), px([u, bottom])]).stroke();
  for (let v = Math.ceil(top); v <= bottom; v++) path(doc, [px([left, v]), px([right, v])]).stroke();
  doc.lineWidth(1.2).strokeColor('#777');
  path(doc, [px([left, top]), px([right, top]), px([right, bottom]), px([left, bottom])])
    .closePath()
    .stroke();
  if (type === 'none') return;
  doc.lineWidth(2.5).strokeColor('#000');
  path(doc, [px([-widthM / 2, -distanceM]), px([widthM / 2, -distanceM])]).stroke();
}

function drawBoard(doc: Document, { position, widthM, yawDeg, finish }: Board, { px }: PlanLayout): void {
  const a = (yawDeg * Math.PI) / 180;
  const [du, dv] = [(widthM / 2) * Math.cos(a), (-widthM / 2) * Math.sin(a)];
  const [u, v] = onPlan('top', position);
  doc.lineWidth(finish === 'black' ? 2.5 : 1.2).strokeColor('#000');
  if (finish === 'silk') doc.dash(3, { space: 2 });
  path(doc, [px([u - du, v - dv]), px([u + du, v + dv])]).stroke();
  doc.undash();
}

function drawSubject(doc: Document, { subject }: Look, { px, scale }: PlanLayout): void {
  const [x, y] = px([0, 0]);
  doc
    .lineWidth(1)
    .strokeColor('#000')
    .circle(x, y, 0.11 * scale)
    .stroke();
  if (subject.form !== 'person' && subject.form !== 'seated') return;
  // Shoulders, and where the face looks.
  const turn = (subject.turnDeg * Math.PI) / 180;
  const [s, c] = [Math.sin(turn), Math.cos(turn)];
  path(doc, [px([-0.24 * c, 0.24 * s]), px([0.24 * c, -0.24 * s])]).stroke();
  path(doc, [px([0.11 * s, 0.11 * c]), px([0.24 * s, 0.24 * c])]).stroke();
}

function drawCamera(doc: Document, { camera, backdrop }: Look, { px }: PlanLayout): void {
  const [x, y] = px([0, camera.distanceM]);
  const half = (camera.sensorWidthMm / (2 * camera.focalMm)) * (camera.distanceM + backdrop.distanceM);
  doc.lineWidth(0.5).strokeColor('#777').dash(1.5, { space: 2.5 });
  for (const sign of [-1, 1]) path(doc, [[x, y], px([sign * half, -backdrop.distanceM])]).stroke();
  doc.undash().lineWidth(1).strokeColor('#000');
  doc.rect(x - 6, y - 4, 12, 8).fillAndStroke('#fff', '#000');
  path(doc, [
    [x - 3, y - 4],
    [x, y - 8],
    [x + 3, y - 4],
  ]).stroke();
}

/** Its outline at its true size, its colour as a patch along its front, and where it looks. */
function drawLight(doc: Document, light: Light, { px, at }: PlanLayout, colour: string): void {
  const { body, front, grid, doors } = lampShape(light, 'top');
  const [from, to] = [at(light.position), at(light.aim)];
  doc.lineWidth(0.6).strokeColor('#000').dash(2, { space: 2 });
  path(doc, [from, to]).stroke();
  doc.undash();
  doc.lineWidth(0.8);
  path(doc, body.map(px)).closePath().fillAndStroke('#fff', '#000');
  doc.lineWidth(4).strokeColor('#000');
  path(doc, front.map(px)).stroke();
  doc.lineWidth(2.8).strokeColor(colour);
  path(doc, front.map(px)).stroke();
  doc.lineWidth(0.7).strokeColor('#000');
  for (const cell of grid) path(doc, cell.map(px)).stroke();
  doc.lineWidth(1.4);
  for (const door of doors) path(doc, door.map(px)).stroke();
}

/** Names, dials and heights, none over another. */
function drawLabels(doc: Document, look: Look, layout: PlanLayout, box: PlanBox): void {
  // As on a screen whose letters are larger: laid out there, and brought to the paper.
  const enlarged = ([x, y]: Place): Place => [(x - box.x) / LABEL_SCALE, (y - box.y) / LABEL_SCALE];
  const screen: PlanLayout = {
    side: 'top',
    scale: layout.scale / LABEL_SCALE,
    px: (place) => enlarged(layout.px(place)),
    at: (point) => enlarged(layout.at(point)),
  };
  const paper = (x: number, y: number): Place => [box.x + x * LABEL_SCALE, box.y + y * LABEL_SCALE];
  for (const { x, y, w, lines, leader } of planLabels(
    look,
    screen,
    undefined,
    box.width / LABEL_SCALE,
    box.height / LABEL_SCALE,
  )) {
    if (leader) {
      doc.lineWidth(0.4).strokeColor('#777');
      path(doc, [paper(leader[0], leader[1]), paper(leader[2], leader[3])]).stroke();
    }
    lines.forEach((line, i) => {
      const [left, top] = paper(x, y + i * 15);
      doc
        .font(box.font)
        .fontSize(LETTER_PT)
        .fillColor('#000')
        .text(line.replace(/[^\u0020-\u00ff]/g, '?'), left, top, { width: w * LABEL_SCALE, align: 'center', lineBreak: false });
    });
  }
}

function drawScale(doc: Document, { scale }: PlanLayout, { x, y, height, font }: PlanBox): void {
  const [left, low] = [x + 4, y + height - 6];
  doc.lineWidth(1).strokeColor('#000');
  path(doc, [
    [left, low],
    [left + scale, low],
  ]).stroke();
  doc
    .font(font)
    .fontSize(8)
    .fillColor('#000')
    .text('1 m', left, low - 11, { lineBreak: false });
}
