/** A fresh identity for something that is added. */
export const newId = (): string => crypto.randomUUID();
