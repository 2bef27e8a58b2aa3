declare module "*?raw" {
  const text: string;
  export default text;
}
