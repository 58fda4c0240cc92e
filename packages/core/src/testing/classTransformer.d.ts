// The package brings the types of this file beside it, where they are not found.
declare module "class-transformer/cjs/storage.js" {
  export const defaultMetadataStorage: unknown;
}
