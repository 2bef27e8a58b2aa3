import { randomBytes } from "node:crypto";
import {
  closeSync,
  fchmodSync,
  fchownSync,
  fsync,
  openSync,
  realpathSync,
  renameSync,
  statSync,
  unlinkSync,
  writeFileSync,
  type Stats,
} from "node:fs";
import { promisify } from "node:util";
import { onExit } from "signal-exit";

const reachesDisk = promisify(fsync);

/** Texts that are being written beside the files whose places they will take. */
const unfinished = new Set<string>();

// Who is interrupted leaves nothing behind.
onExit(() => unfinished.forEach(remove));

/**
 * Replaces a file's text in one step, or makes the file: readers see the old text or the new, and where the
 * new one cannot be written whole, as on a full disk, the old one stays. The mode and the owner stay.
 *
 * @param mode of the file where there is none yet; 0o666 less the process's mask where left out.
 */
export async function replaceFile(path: string, text: string, mode?: number): Promise<void> {
  // Of a link, what it leads to is replaced.
  const target = realPathOf(path);
  const before = statSync(target, { throwIfNoEntry: false });
  const beside = `${target}.${randomBytes(6).toString("hex")}.tmp`;
  unfinished.add(beside);
  try {
    // Only the disk is waited for: a wait for each of the other calls costs more than they take.
    const file = openSync(beside, "wx", mode ?? 0o666);
    try {
      writeFileSync(file, text, "utf8");
      if (before !== undefined) keepRights(file, before);
      await reachesDisk(file);
    } finally {
      closeSync(file);
    }
    renameSync(beside, target);
  } catch (error) {
    remove(beside);
    throw error;
  } finally {
    unfinished.delete(beside);
  }
}

function realPathOf(path: string): string {
  try {
    return realpathSync.native(path);
  } catch {
    return path;
  }
}

function keepRights(file: number, { mode, uid, gid }: Stats): void {
  try {
    fchownSync(file, uid, gid);
  } catch {
    // Whoever may not give a file away owns it from now on.
  }
  fchmodSync(file, mode & 0o7777);
}

function remove(path: string): void {
  try {
    unlinkSync(path);
  } catch {
    // It was renamed meanwhile, or never made.
  }
}
