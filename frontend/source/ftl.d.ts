declare module "*.ftl" {
  const words: string;
  export default words;
}
