/** Where the bundle of the server's worker thread lies; null where there is none (`npm run dev`). */
declare module 'virtual:sounding-thread' {
  const url: string | null;
  export default url;
}
