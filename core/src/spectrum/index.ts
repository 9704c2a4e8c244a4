/** Spectra on the one grid of wavelengths. */
export { GRID_SIZE, WAVELENGTHS_NM, flat, gaussian, product, risingEdge, sampled, scaled, type Spectrum } from './grid';
export { resample, type SampleKind, type Samples } from './samples';
