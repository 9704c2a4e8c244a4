module.exports = (api) => {
  // Jest calls itself Metro, too.
  const isBundled = api.caller((caller) => caller?.bundler === 'metro') && !api.env('test');
  api.cache.using(() => String(isBundled));
  return {
    // Nothing here runs on an animation thread: gesture callbacks stay plain closures.
    presets: [['babel-preset-expo', { reanimated: false, worklets: false }]],
    plugins: isBundled ? [require.resolve('./barrels')] : [],
  };
};
