declare module 'class-transformer/cjs/storage' {
  /** What `@Type` recorded; class-transformer keeps it out of its public entry. */
  export const defaultMetadataStorage: import('class-transformer/types/MetadataStorage').MetadataStorage;
}
