import { randomBytes } from "node:crypto";
import { unlinkSync } from "node:fs";
import { open, realpath, rename, stat, unlink, type FileHandle } from "node:fs/promises";
import { onExit } from "signal-exit";

/** Texts that are being written beside the files whose places they will take. */
const unfinished = new Set<string>();

// Who is interrupted leaves nothing behind.
onExit(() => {
  for (const path of unfinished) {
    try {
      unlinkSync(path);
    } catch {
      // It was renamed meanwhile.
    }
  }
});

/**
 * Replaces a file's text in one step, or makes the file: readers see the old text or the new, and where the
 * new one cannot be written whole, as on a full disk, the old one stays. The mode and the owner stay.
 *
 * @param mode of the file where there is none yet; 0o666 less the process's mask where left out.
 */
export async function replaceFile(path: string, text: string, mode?: number): Promise<void> {
  // Of a link, what it leads to is replaced.
  const target = await realpath(path).catch(() => path);
  const before = await stat(target).catch(() => undefined);
  const beside = `${target}.${randomBytes(6).toString("hex")}.tmp`;
  unfinished.add(beside);
  try {
    const file = await open(beside, "wx", mode ?? 0o666);
    try {
      await file.writeFile(text, "utf8");
      if (before !== undefined) await keepRights(file, before);
      await file.sync();
    } finally {
      await file.close();
    }
    await rename(beside, target);
  } catch (error) {
    await unlink(beside).catch(() => undefined);
    throw error;
  } finally {
    unfinished.delete(beside);
  }
}

async function keepRights(
  file: FileHandle,
  { mode, uid, gid }: { readonly mode: number; readonly uid: number; readonly gid: number },
): Promise<void> {
  // Whoever may not give a file away owns it from now on.
  await file.chown(uid, gid).catch(() => undefined);
  await file.chmod(mode & 0o7777);
}
