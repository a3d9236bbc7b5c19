import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

/** The id of a text that stands apart from its record: the SHA-256 of it, so the same text is kept once. */
export const textId = (text: string): string => bytesToHex(sha256(utf8ToBytes(text)));
