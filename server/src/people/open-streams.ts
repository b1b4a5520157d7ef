/** Answers that stay open, by the device that asked: a dropped device's end at once. */
export class OpenStreams {
  private readonly byDevice = new Map<string, Set<() => void>>();

  /** Remembers how to end a device's stream; answers how to forget it. The desk's own (null) are nobody's to end. */
  opened(deviceId: string | null, end: () => void): () => void {
    if (deviceId === null) return () => undefined;
    const open = this.byDevice.get(deviceId) ?? new Set();
    this.byDevice.set(deviceId, open.add(end));
    return () => {
      open.delete(end);
      if (open.size === 0) this.byDevice.delete(deviceId);
    };
  }

  endOf(deviceId: string): void {
    for (const end of this.byDevice.get(deviceId) ?? []) end();
    this.byDevice.delete(deviceId);
  }
}
