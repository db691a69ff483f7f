/** A face of type as Base64, taken into the program. */
declare module '*.woff' {
  const base64: string;
  export default base64;
}
