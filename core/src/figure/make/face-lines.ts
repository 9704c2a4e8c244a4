/** Points of the average face by what they lie on: indices into its 468 points. */

export const OVAL = [
  10, 338, 297, 332, 284, 251, 389, 356, 454, 323, 361, 288, 397, 365, 379, 378, 400, 377, 152, 148, 176, 149, 150, 136, 172, 58,
  132, 93, 234, 127, 162, 21, 54, 103, 67, 109,
];
export const EYE_RIGHT_OF_PICTURE = [263, 249, 390, 373, 374, 380, 381, 382, 362, 398, 384, 385, 386, 387, 388, 466];
export const EYE_LEFT_OF_PICTURE = [33, 7, 163, 144, 145, 153, 154, 155, 133, 173, 157, 158, 159, 160, 161, 246];
/** The edge of the lips, the rows between, and where they meet, each from the left corner below and back above. */
export const LIP_OUT = [61, 146, 91, 181, 84, 17, 314, 405, 321, 375, 291, 409, 270, 269, 267, 0, 37, 39, 40, 185];
export const LIP_IN = [78, 95, 88, 178, 87, 14, 317, 402, 318, 324, 308, 415, 310, 311, 312, 13, 82, 81, 80, 191];
export const LIP_NEAR = [62, 96, 89, 179, 86, 15, 316, 403, 319, 325, 292, 407, 272, 271, 268, 12, 38, 41, 42, 183];
export const LIP_FAR = [76, 77, 90, 180, 85, 16, 315, 404, 320, 307, 306, 408, 304, 303, 302, 11, 72, 73, 74, 184];

export interface Mark {
  readonly line: readonly number[];
  /** How far the skin goes in (negative) or out, cm, and how wide. */
  readonly depth: number;
  readonly width: number;
}

/** Creases and ridges of a face. */
export function marksOf(lid: number, age: number): Mark[] {
  const both = (right: number[], left: number[], depth: number, width: number): Mark[] => [
    { line: right, depth, width },
    { line: left, depth, width },
  ];
  const old: Mark[] = age
    ? [
        { line: [54, 68, 69, 108, 151, 337, 299, 298, 284], depth: -0.022 * age, width: 0.2 },
        { line: [68, 104, 69, 108, 151, 337, 299, 333, 298], depth: -0.016 * age, width: 0.16 },
        ...both([263, 446, 264], [33, 226, 34], -0.04 * age, 0.12),
      ]
    : [];
  return [
    ...both([359, 467, 260, 259, 257, 258, 286, 414], [130, 247, 30, 29, 27, 28, 56, 190], -0.13 * lid, 0.11),
    ...both([358, 423, 426, 436], [129, 203, 206, 216], -0.05 - 0.09 * age, 0.22),
    ...both([327, 331, 358], [98, 102, 129], -0.07, 0.2),
    ...both([253, 452, 350], [23, 232, 121], -0.04 - 0.05 * age, 0.2),
    { line: [2, 164, 0], depth: -0.05, width: 0.22 },
    { line: [406, 18, 182], depth: -0.08, width: 0.3 },
    { line: LIP_OUT.slice(11, 20), depth: 0.03, width: 0.09 },
    ...old,
  ];
}

export const BROWS = {
  right: { low: [285, 295, 282, 283, 276], high: [336, 296, 334, 293, 300] },
  left: { low: [55, 65, 52, 53, 46], high: [107, 66, 105, 63, 70] },
};

export const LASH_LINES = {
  right: { upper: [362, 398, 384, 385, 386, 387, 388, 466, 263], lower: [382, 381, 380, 374, 373, 390, 249, 263] },
  left: { upper: [133, 173, 157, 158, 159, 160, 161, 246, 33], lower: [155, 154, 153, 145, 144, 163, 7, 33] },
};
