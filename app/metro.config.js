const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);
// Fonts ship as woff2, a third the size of their ttf.
if (!config.resolver.assetExts.includes('woff2')) config.resolver.assetExts.push('woff2');

// The gesture package takes the animation package along where it finds it, a third of all script. Gestures here run on
// the script thread and nothing is animated, so it is left out of the bundle. Nor does it use the recogniser of its older way any more.
const resolve = config.resolver.resolveRequest;
config.resolver.resolveRequest = (context, name, platform) =>
  ['react-native-reanimated', '@egjs/hammerjs'].includes(name)
    ? { type: 'empty' }
    : (resolve ?? context.resolveRequest)(context, name, platform);

module.exports = config;
