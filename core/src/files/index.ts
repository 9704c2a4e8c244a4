/** Reading of open file formats. Apart from the main entry, so that only what imports files loads their parsers. */
export { readSensorCsv, readSpectrumCsv, type ReadSpectrum } from './spectrum-csv';
export { readTm27 } from './tm27';
export { beamModifier } from './beam-modifier';
export { readLm63, type ReadBeam, type ReadFace } from './lm63';
export { correctedByPhotos, gelFromPhotos, type CorrectedGel, type GelPhotos } from './gel-photo';
export { sheetCsv } from './sheet-csv';
export { LARGEST_SPECTRUM_FILE } from './limits';
export { readChartCsv } from './chart-csv';
export { tableCsv } from './table-csv';
export { LIST_LAMPS, readGelList, type GelList, type ListedGel } from './gel-list';
export { readEmitterFiles, readEmittersCsv, type ReadEmitter } from './emitters-csv';
export { kitCsv, readKitCsv } from './kit-csv';
export { layoutCsv, readLayoutCsv } from './layout-csv';
export { readFixtureBundle, type BundledFixture, type Given } from './fixture-bundle';
export { BUNDLE_LIMITS, readZip, type TextFile } from './zip';
export { FIXTURE_FORMAT, fixtureFile, readFixtureFile } from './fixture-file';
export { practiceCsv } from './practice-csv';
