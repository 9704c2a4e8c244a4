import type { Look, Point } from '@fulgent/core/document';
import { throwM } from '@fulgent/core/transport';
import type PDFDocument from 'pdfkit';

interface PlanBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly font: string;
}

type Document = InstanceType<typeof PDFDocument>;

const EDGE_M = 0.5;
const LIGHT_R = 7;

/** The set from above, to scale: backdrop at the top, camera below, lights by their number in build order with their aims. */
export function drawPlan(doc: Document, look: Look, box: PlanBox): void {
  const lights = look.lights.filter(({ on }) => on);
  const half = look.backdrop.widthM / 2;
  const behind = -look.backdrop.distanceM;
  const places: (readonly [number, number])[] = [
    [0, look.camera.distanceM],
    [-half, behind],
    [half, behind],
    ...lights.map(({ position }) => [position[0], position[2]] as const),
    ...look.boards.map(({ position }) => [position[0], position[2]] as const),
  ];
  const [x0, x1] = [Math.min(...places.map(([x]) => x)) - EDGE_M, Math.max(...places.map(([x]) => x)) + EDGE_M];
  const [z0, z1] = [Math.min(...places.map(([, z]) => z)) - EDGE_M, Math.max(...places.map(([, z]) => z)) + EDGE_M];
  const scale = Math.min(box.width / (x1 - x0), box.height / (z1 - z0));
  const offX = box.x + (box.width - scale * (x1 - x0)) / 2;
  const at = (x: number, z: number): [number, number] => [offX + (x - x0) * scale, box.y + (z - z0) * scale];
  const line = (a: [number, number], b: [number, number]) =>
    doc
      .moveTo(...a)
      .lineTo(...b)
      .stroke();

  doc.save();
  doc.rect(box.x, box.y, box.width, box.height).clip();
  doc.lineWidth(0.3).strokeColor('#ccc');
  for (let x = Math.ceil(x0); x <= x1; x++) line(at(x, z0), at(x, z1));
  for (let z = Math.ceil(z0); z <= z1; z++) line(at(x0, z), at(x1, z));
  if (look.backdrop.type !== 'none') {
    doc.lineWidth(2.5).strokeColor('#000');
    line(at(-half, behind), at(half, behind));
  }
  doc.lineWidth(1).strokeColor('#000');
  for (const { position, widthM, yawDeg } of look.boards) {
    const a = (yawDeg * Math.PI) / 180;
    const [dx, dz] = [(widthM / 2) * Math.cos(a), (-widthM / 2) * Math.sin(a)];
    line(at(position[0] - dx, position[2] - dz), at(position[0] + dx, position[2] + dz));
  }
  const [sx, sy] = at(0, 0);
  doc.circle(sx, sy, 0.22 * scale).stroke();
  if (look.subject.form === 'person') {
    // Where the face looks.
    const turn = (look.subject.turnDeg * Math.PI) / 180;
    line(at(0.22 * Math.sin(turn), 0.22 * Math.cos(turn)), at(0.36 * Math.sin(turn), 0.36 * Math.cos(turn)));
  }
  const [cx, cy] = at(0, look.camera.distanceM);
  doc.rect(cx - 7, cy - 4, 14, 9).stroke();
  doc
    .moveTo(cx - 3, cy - 4)
    .lineTo(cx, cy - 9)
    .lineTo(cx + 3, cy - 4)
    .stroke();
  lights.forEach((light, i) => drawLight(doc, light.position, light.aim, `${i + 1}`, at, box.font, look.lights.length));
  const [bx, by] = at(x0 + 0.15, z1 - 0.15);
  doc.lineWidth(1);
  line([bx, by], [bx + scale, by]);
  doc
    .font(box.font)
    .fontSize(8)
    .fillColor('#000')
    .text('1 m', bx, by - 11, { lineBreak: false });
  doc.restore();
  const text = lights.map((light, i) => `${i + 1} ${light.name} ${throwM(light).toFixed(1)} m`).join('   ');
  doc
    .font(box.font)
    .fontSize(8)
    .fillColor('#333')
    .text(text.replace(/[^\u0020-\u00ff]/g, '?'), box.x, box.y + box.height + 2, {
      width: box.width,
      height: 20,
      ellipsis: true,
    });
}

function drawLight(
  doc: Document,
  position: Point,
  aim: Point,
  label: string,
  at: (x: number, z: number) => [number, number],
  font: string,
  count: number,
): void {
  const [x, y] = at(position[0], position[2]);
  const [ax, ay] = at(aim[0], aim[2]);
  const length = Math.hypot(ax - x, ay - y);
  if (length > 1) {
    const reach = Math.min(length, 46);
    doc.lineWidth(0.8).strokeColor('#000').dash(2, { space: 2 });
    doc
      .moveTo(x, y)
      .lineTo(x + ((ax - x) / length) * reach, y + ((ay - y) / length) * reach)
      .stroke();
    doc.undash();
  }
  doc.circle(x, y, LIGHT_R).fillAndStroke('#fff', '#000');
  doc
    .font(font)
    .fontSize(count > 9 ? 7.5 : 9)
    .fillColor('#000')
    .text(label, x - LIGHT_R, y - 4.6, { width: 2 * LIGHT_R, align: 'center', lineBreak: false });
}
