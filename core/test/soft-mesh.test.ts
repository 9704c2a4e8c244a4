import { demoLooks } from '../src/demo';
import { findSeen } from '../src/picture/seen';
import { addGroups, addMesh, around, between, groupsOf, meshStride, planeNormal, roomMeshOf } from '../src/picture/soft-mesh';
import { farthest } from './support';

const [WIDTH, HEIGHT] = [96, 72];
const look = demoLooks()[0]!;
const seen = findSeen(look, WIDTH, HEIGHT, 'quick');
const mesh = roomMeshOf(seen);

describe('soft light of the room on a mesh', () => {
  it('asks few places, and gives every part shares of its like that make one', () => {
    expect(meshStride(WIDTH)).toBe(4);
    expect(meshStride(780)).toBe(20);
    expect(mesh.asked.length).toBeLessThan(seen.room.count / 6);
    const { room } = seen;
    let [farthestSum, unlike] = [0, 0];
    for (let i = 0; i < room.count; i++) {
      between(mesh, seen, i);
      farthestSum = Math.max(farthestSum, Math.abs(around.share.reduce((sum, share) => sum + share, -1)));
      around.number.forEach((n, k) => {
        if (around.share[k] === 0) return;
        const part = mesh.asked[n]!;
        const [a, b] = [planeNormal(seen, part), planeNormal(seen, i)];
        if (room.material[part] !== room.material[i] || a[0] * b[0] + a[1] * b[1] + a[2] * b[2] < 0.95) unlike++;
      });
    }
    expect(farthestSum).toBeLessThan(1e-9);
    expect(unlike).toBe(0);
  });

  it('gives what rises evenly across the picture exactly, where all corners are its like', () => {
    const at = (i: number) => (seen.room.pixel[i]! % WIDTH) / WIDTH + 0.5 * Math.floor(seen.room.pixel[i]! / WIDTH);
    const out = new Float32Array(seen.room.count);
    addMesh(out, seen, Float32Array.from(mesh.asked, at));
    const whole = [...out.keys()].filter((i) => (mesh.own.get(i) ?? -1) < 0 && mesh.like[i] === 15);
    expect(whole.length).toBeGreaterThan(0.4 * seen.room.count);
    expect(
      farthest(
        Float64Array.from(whole, (i) => out[i]! - seen.room.fade[i]! * at(i)),
        0,
      ),
    ).toBeLessThan(1e-4);
  });
});

describe('soft light of strands in groups', () => {
  const strands = seen.strands!;

  it('takes points together that follow each other, no more than asked for', () => {
    for (const most of [1, 3, 8]) {
      const starts = groupsOf(strands, most);
      expect([starts[0], starts[starts.length - 1]]).toEqual([0, strands.point.length]);
      const sizes = Array.from(starts.subarray(1), (to, g) => to - starts[g]!);
      const spans = Array.from(starts.subarray(1), (to, g) => strands.point[to - 1]! - strands.point[starts[g]!]!);
      expect(Math.min(...sizes)).toBeGreaterThan(0);
      expect(spans.every((span) => span < most)).toBe(true);
    }
    expect(groupsOf(strands, 1).length).toBe(strands.point.length + 1);
    expect(groupsOf(strands, 3)).toBe(groupsOf(strands, 3));
  });

  it('gives each point what its group has', () => {
    const starts = groupsOf(strands, 3);
    const out = new Float32Array(strands.point.length).fill(1);
    addGroups(
      out,
      starts,
      Float32Array.from({ length: starts.length - 1 }, (_, g) => g),
    );
    const found = Array.from(starts.subarray(1), (to, g) => out.subarray(starts[g], to).every((v) => v === Math.fround(1 + g)));
    expect(found.filter((is) => !is)).toHaveLength(0);
  });
});
