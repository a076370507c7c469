/** Files of edits that are not on the shelf yet: a file has no place in the store. */
const blobs = new Map<string, Blob>();

export const holdBlob = (key: string, blob: Blob): void => void blobs.set(key, blob);
export const blobOf = (key: string): Blob | undefined => blobs.get(key);
export const forgetBlob = (key: string): void => void blobs.delete(key);
