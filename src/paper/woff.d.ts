/** Where the build puts a font; Vite's own types come into being with the first build. */
declare module '*.woff?url' {
  const url: string;
  export default url;
}
