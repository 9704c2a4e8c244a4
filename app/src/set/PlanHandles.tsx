import type { Light, Look, Point } from '@fulgent/core/document';
import type { PlanSide } from '@fulgent/core/scene';
import { changeSubject } from '../look/edits';
import { useOpenLook } from '../look/store';
import { chooseLight } from '../look/ui-state';
import { aimLight, changeBoard, placeBackdrop, placeCamera, placeLight } from './edits';
import { Handle, type OnPlan } from './Handle';
import { bearing, snap } from './layout';

/** How far from the middle of a thing the handle is that turns it, m. */
const TURN_AT_M = 0.45;

/** A place ahead of something that faces an angle: 0 to the camera, 90 to the picture's right. */
function ahead([x, y, z]: Point, deg: number, metres: number): Point {
  const a = (deg * Math.PI) / 180;
  return [x + metres * Math.sin(a), y, z + metres * Math.cos(a)];
}

/** Everything that can be taken hold of. */
export function Handles({
  look,
  layout,
  hold,
  camera,
  side,
  face,
  chosen,
}: OnPlan & {
  readonly look: Look;
  readonly camera: Point;
  readonly side: PlanSide;
  readonly face: Point;
  readonly chosen: Light | undefined;
}) {
  return (
    <>
      {side === 'front' ? null : <CameraHandle layout={layout} hold={hold} camera={camera} side={side} />}
      {side === 'front' ? null : <BackdropHandle layout={layout} hold={hold} side={side} look={look} />}
      {look.lights.map((light) => (
        <LightHandle key={light.id} light={light} layout={layout} hold={hold} />
      ))}
      {look.boards.map(({ id, name, position }) => (
        <Handle
          key={id}
          name={`${name}: drag to move`}
          testID={`handle-${id}`}
          layout={layout}
          hold={hold}
          at={position}
          onStart={() => useOpenLook.getState().look!.boards.find((board) => board.id === id)!.position}
          onMove={(from, dx, dy, gesture) => changeBoard(id, 'place', { position: layout.moved(from, dx, dy) }, gesture)}
        />
      ))}
      {side === 'top' ? <TurnHandles layout={layout} hold={hold} face={face} look={look} /> : null}
      {chosen ? <AimHandle chosen={chosen} layout={layout} hold={hold} /> : null}
    </>
  );
}

function AimHandle({
  chosen,
  layout,
  hold,
}: OnPlan & {
  readonly chosen: Light;
}) {
  return (
    <Handle
      name={`${chosen.name}: drag what it aims at`}
      testID={`aim-${chosen.id}`}
      layout={layout}
      hold={hold}
      at={chosen.aim}
      onStart={() => useOpenLook.getState().look!.lights.find(({ id }) => id === chosen.id)!.aim}
      onMove={(from, dx, dy, gesture) => aimLight(chosen.id, layout.turned(chosen.position, from, dx, dy), gesture)}
    />
  );
}

function TurnHandles({
  layout,
  hold,
  face,
  look,
}: OnPlan & {
  readonly face: Point;
  readonly look: Look;
}) {
  return (
    <>
      <Handle
        name="Subject: drag to turn"
        testID="turn-subject"
        layout={layout}
        hold={hold}
        at={ahead(face, look.subject.turnDeg, TURN_AT_M)}
        onStart={() => ahead(face, useOpenLook.getState().look!.subject.turnDeg, TURN_AT_M)}
        onMove={([x, y, z], dx, dy) =>
          changeSubject('turn', { turnDeg: bearing(face, [x + dx / layout.scale, y, z + dy / layout.scale]) })
        }
      />
      {look.boards.map((board) => (
        <Handle
          key={board.id}
          name={`${board.name}: drag to turn`}
          testID={`turn-${board.id}`}
          layout={layout}
          hold={hold}
          at={ahead(board.position, board.yawDeg, TURN_AT_M)}
          onStart={() => {
            const now = useOpenLook.getState().look!.boards.find(({ id }) => id === board.id)!;
            return { middle: now.position, at: ahead(now.position, now.yawDeg, TURN_AT_M) };
          }}
          onMove={({ middle, at: [x, y, z] }, dx, dy, gesture) =>
            changeBoard(board.id, 'yaw', { yawDeg: bearing(middle, [x + dx / layout.scale, y, z + dy / layout.scale]) }, gesture)
          }
        />
      ))}
    </>
  );
}

function LightHandle({
  light,
  layout,
  hold,
}: OnPlan & {
  readonly light: Light;
}) {
  return (
    <Handle
      name={`${light.name}: drag to move`}
      testID={`handle-${light.id}`}
      layout={layout}
      hold={hold}
      at={light.position}
      onTap={() => chooseLight(light.id)}
      onStart={() => {
        chooseLight(light.id);
        return useOpenLook.getState().look!.lights.find(({ id }) => id === light.id)!.position;
      }}
      onMove={(from, dx, dy, gesture) => placeLight(light.id, layout.moved(from, dx, dy), gesture)}
    />
  );
}

function BackdropHandle({
  layout,
  hold,
  side,
  look,
}: OnPlan & {
  readonly side: PlanSide;
  readonly look: Look;
}) {
  return (
    <Handle
      name="Backdrop: drag towards or away from the subject"
      layout={layout}
      hold={hold}
      at={[0, side === 'top' ? look.subject.faceHeightM : 0.3, -look.backdrop.distanceM]}
      onStart={() => useOpenLook.getState().look!.backdrop.distanceM}
      onMove={(from, dx, dy) => placeBackdrop(snap(from - (side === 'top' ? dy : dx) / layout.scale))}
    />
  );
}

function CameraHandle({
  layout,
  hold,
  camera,
  side,
}: OnPlan & {
  readonly camera: Point;
  readonly side: PlanSide;
}) {
  return (
    <Handle
      name="Camera: drag towards or away from the subject"
      layout={layout}
      hold={hold}
      at={camera}
      onStart={() => useOpenLook.getState().look!.camera.distanceM}
      onMove={(from, dx, dy) => placeCamera(snap(from + (side === 'top' ? dy : dx) / layout.scale))}
    />
  );
}
