import { sha256 } from '@noble/hashes/sha2.js';
import { utf8ToBytes } from '@noble/hashes/utils.js';

/** Finds a number whose SHA-256 with the challenge begins with so many zero bits. */
self.onmessage = ({ data }: MessageEvent<{ challenge: string; bits: number }>) => {
  for (let answer = 0; ; answer++) {
    if (zeroBits(sha256(utf8ToBytes(`${data.challenge}:${answer}`))) >= data.bits) {
      self.postMessage(String(answer));
      return;
    }
  }
};

function zeroBits(digest: Uint8Array): number {
  let zeros = 0;
  for (const byte of digest) {
    if (byte !== 0) return zeros + Math.clz32(byte) - 24;
    zeros += 8;
  }
  return zeros;
}
