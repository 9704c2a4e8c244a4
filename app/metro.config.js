const { createHash } = require('node:crypto');
const { readdirSync, readFileSync } = require('node:fs');
const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);
// Fonts ship as woff2, a third the size of their ttf.
if (!config.resolver.assetExts.includes('woff2')) config.resolver.assetExts.push('woff2');

// What imports become depends on barrels.js and on the indexes of all rooms: what was made with others is made again.
const barrels = readFileSync(path.join(__dirname, 'barrels.js'));
const indexes = ['core', 'words'].flatMap((name) => {
  const folder = path.join(__dirname, '..', name, 'src');
  return readdirSync(folder, { recursive: true }).flatMap((file) =>
    path.basename(file) === 'index.ts' ? [readFileSync(path.join(folder, file))] : [],
  );
});
config.cacheVersion = createHash('sha256')
  .update(Buffer.concat([barrels, ...indexes]))
  .digest('hex');

// Left out of the bundle: the animation package, which the gesture package takes along where it finds it (gestures here run on the script
// thread and nothing is animated), that package's recogniser of its older way, its components, and gestures that are made nowhere.
const UNUSED = ['react-native-reanimated', '@egjs/hammerjs'];
const UNUSED_IN_GESTURES =
  /\/(components\/(touchables|DrawerLayout|Swipeable|GestureButtons|GestureComponents|Pressable|Text)|web_hammer\/\w+|handlers\/(Rotation|Fling)GestureHandler)$/;
// Tabs, headers and the list of all routes: pages here are slots in frames of our own.
const UNUSED_IN_ROUTER = /\/(Sitemap|HeaderSearchBar|HeaderBackButton|BottomTabBar|BottomTabItem|BottomTabView)$/;
// Of the components for the web: lists of thousands of rows, and what is pressed and ticked otherwise here.
const UNUSED_ON_THE_WEB =
  /\/(FlatList|SectionList|VirtualizedList|VirtualizedSectionList|CheckBox|ProgressBar|Touchable(Highlight|Opacity|NativeFeedback|WithoutFeedback))$/;
// Of drawings: those from files, as every one here is made of elements; and what reads a transform apart, which browsers do.
const UNUSED_IN_DRAWINGS = /\/(xml|fetchData|deprecated|transform|transformToRn)$/;
const isUnused = ({ originModulePath: from }, name) =>
  UNUSED.includes(name) ||
  (from.includes('/react-native-gesture-handler/') && UNUSED_IN_GESTURES.test(name)) ||
  (from.includes('/expo-router/build/') && UNUSED_IN_ROUTER.test(name)) ||
  (from.includes('/react-native-svg/') && UNUSED_IN_DRAWINGS.test(name)) ||
  (from.includes('/react-native-web/dist/') && UNUSED_ON_THE_WEB.test(name));

const resolve = config.resolver.resolveRequest;
config.resolver.resolveRequest = (context, name, platform) =>
  isUnused(context, name)
    ? { type: 'sourceFile', filePath: path.join(__dirname, 'unused.js') }
    : (resolve ?? context.resolveRequest)(context, name, platform);

module.exports = config;
