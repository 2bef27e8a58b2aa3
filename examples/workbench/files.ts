/** A file that a person gave. */
export interface ReadFile {
  readonly name: string;
  readonly text: string;
}

/** More files than are read of what is dropped. */
const MOST = 500;
/** Folders that hold no code of one's own. */
const PASSED_OVER = /^(?:node_modules|\.git|dist|build|__pycache__)$/;

/** The files that were dropped, and those in folders that were. */
export async function readFiles(transfer: DataTransfer): Promise<ReadFile[]> {
  const entries = [...transfer.items].map((item) => item.webkitGetAsEntry())
    .filter((entry) => entry !== null);
  const files: File[] = [];
  // Where there are no entries, as for what a program puts there, the files themselves serve.
  if (entries.length === 0) files.push(...transfer.files);
  for (const entry of entries) await walk(entry, files);
  return Promise.all(files.map(async (file) => ({ name: file.name, text: await file.text() })));
}

async function walk(entry: FileSystemEntry, files: File[]): Promise<void> {
  if (files.length >= MOST || PASSED_OVER.test(entry.name)) return;
  if (entry.isFile) {
    files.push(
      await new Promise<File>(
        (resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject),
      ),
    );
    return;
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>(
      (resolve, reject) => reader.readEntries(resolve, reject),
    );
    if (some.length === 0) return;
    for (const one of some) await walk(one, files);
  }
}
