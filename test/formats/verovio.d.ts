/** What of verovio the tests use; the package brings no types. */
declare module 'verovio/wasm' {
  export default function createVerovioModule(): Promise<unknown>;
}
declare module 'verovio/esm' {
  export class VerovioToolkit {
    constructor(module: unknown);
    /** 1 where something was loaded. */
    loadData(data: string): number;
    getMEI(): string;
  }
}
