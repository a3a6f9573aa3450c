/**
 * The checksum of the MAVLink protocol over some bytes, going on from an earlier one: CRC-16/MCRF4XX, begun with 0xFFFF.
 * Source: ITU-T X.25 without the last inversion, as the protocol says. Example: of "123456789" it is 0x6F91.
 */
export function checksumOf(bytes: Uint8Array, from = 0xffff): number {
  let sum = from;
  for (const byte of bytes) {
    let low = byte ^ (sum & 0xff);
    low = (low ^ (low << 4)) & 0xff;
    sum = ((sum >> 8) ^ (low << 8) ^ (low << 3) ^ (low >> 4)) & 0xffff;
  }
  return sum;
}
