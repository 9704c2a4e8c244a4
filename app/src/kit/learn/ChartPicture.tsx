import type { ChartCorners } from '@fulgent/core/day';
import { CHART } from '@fulgent/core/surface';
import { Polygon } from 'react-native-svg';
import type { Picture } from '../../api/pictures';
import { PointsOnPicture, type PointsChange } from '../../ui/PointsOnPicture';

const CORNERS = ['Upper left', 'Upper right', 'Lower right', 'Lower left'] as const;

/** A picture of a colour chart with its four corners, which are drawn to where the chart has them. */
export function ChartPicture({
  picture,
  corners,
  onCorners,
}: {
  readonly picture: Picture;
  readonly corners: ChartCorners;
  readonly onCorners: PointsChange<ChartCorners>;
}) {
  return (
    <PointsOnPicture
      label="Corner"
      picture={picture}
      names={CORNERS}
      points={corners}
      onPoints={onCorners}
      overlay={(w, h) =>
        patchOutlines(corners, w, h).map((points, i) => (
          <Polygon key={i} points={points} fill="none" stroke="#ffffff" strokeWidth={1} strokeOpacity={0.85} />
        ))
      }
    />
  );
}

/** About where each patch is read, straight between the corners. */
function patchOutlines(corners: ChartCorners, w: number, h: number): string[] {
  const at = (u: number, v: number) => {
    const of = (k: 0 | 1) =>
      (1 - u) * (1 - v) * corners[0][k] + u * (1 - v) * corners[1][k] + u * v * corners[2][k] + (1 - u) * v * corners[3][k];
    return `${(of(0) * w).toFixed(1)},${(of(1) * h).toFixed(1)}`;
  };
  return Array.from({ length: CHART.columns * CHART.rows }, (_, p) => {
    const [column, row] = [p % CHART.columns, Math.floor(p / CHART.columns)];
    const [u0, u1] = [(column + 0.28) / CHART.columns, (column + 0.72) / CHART.columns];
    const [v0, v1] = [(row + 0.28) / CHART.rows, (row + 0.72) / CHART.rows];
    return [at(u0, v0), at(u1, v0), at(u1, v1), at(u0, v1)].join(' ');
  });
}
