/** Files that the bundler turns into asset references. */
declare module '*.woff2' {
  const asset: number;
  export default asset;
}
