declare module 'js-aruco2' {
  interface Seen {
    readonly id: number;
    readonly corners: readonly { readonly x: number; readonly y: number }[];
  }
  const aruco: {
    readonly AR: {
      readonly Dictionary: new (name: string) => { readonly codeList: readonly string[] };
      readonly Detector: new (config: { dictionaryName: string; maxHammingDistance: number }) => {
        detectImage(width: number, height: number, data: Uint8ClampedArray): readonly Seen[];
      };
    };
  };
  export default aruco;
}
