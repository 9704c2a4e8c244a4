module.exports = (api) => {
  api.cache(true);
  // Nothing here runs on an animation thread: gesture callbacks stay plain closures.
  return { presets: [['babel-preset-expo', { reanimated: false, worklets: false }]] };
};
