/**
 * The id of the mark that a gauge's reading becomes: made from the gauge's name, the reading's number and where it is kept (assembly
 * and set-up), so that a reading taken there in two windows, or twice, is one mark. A 128-bit hash (four rounds of murmur-style mixing) written as a version-8 UUID.
 */
export function gaugeMarkId(gauge: string, seq: number, place: string): string {
  const text = `${gauge}/${seq}/${place}`;
  const words = [0x9e3779b9, 0x243f6a88, 0xb7e15162, 0x8aed2a6b].map((start) => {
    let h = start ^ text.length;
    for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x5bd1e995) ^ (h >>> 15);
    h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
    h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
    return (h ^ (h >>> 16)) >>> 0;
  });
  const hex = words.map((w) => w.toString(16).padStart(8, '0')).join('');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20)}`;
}
