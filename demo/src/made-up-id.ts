import { createHash } from 'node:crypto';

/** A UUID that follows from a name, so that the demo shop is the same each time it is made. */
export function madeUpId(name: string): string {
  const hex = createHash('sha256').update(`demo ${name}`).digest('hex');
  const variant = '89ab'.charAt(parseInt(hex.charAt(16), 16) % 4);
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-${variant}${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
