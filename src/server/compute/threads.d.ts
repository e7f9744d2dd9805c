/** File of a module as a worker thread takes it; null where sources are run, and the work is done in place. */
declare module "*?thread" {
  const file: string | null;
  export default file;
}
