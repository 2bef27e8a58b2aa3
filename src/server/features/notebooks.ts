import type { Session } from "../session.js";

/** Cells of notebooks, each a document of its language, with the style of the notebook's place. */
export function registerNotebooks(session: Session, changed: (uri: string) => void): void {
  const { synchronization } = session.connection.notebooks;
  synchronization.onDidOpenNotebookDocument(({ notebookDocument, cellTextDocuments }) => {
    for (const item of cellTextDocuments) {
      session.documents.open(item, notebookDocument.uri);
      changed(item.uri);
    }
  });
  synchronization.onDidChangeNotebookDocument(({ notebookDocument, change }) => {
    const { documents } = session;
    for (const { uri } of change.cells?.structure?.didClose ?? []) session.close(uri);
    for (const item of change.cells?.structure?.didOpen ?? [])
      documents.open(item, notebookDocument.uri);
    for (const { document: { uri, version }, changes } of change.cells?.textContent ?? [])
      session.lose(uri, documents.change(uri, version, changes));
    const texts = [
      ...change.cells?.structure?.didOpen ?? [],
      ...change.cells?.textContent?.map(({ document }) => document) ?? [],
    ];
    for (const { uri } of texts) changed(uri);
  });
  synchronization.onDidCloseNotebookDocument(({ cellTextDocuments }) => {
    for (const { uri } of cellTextDocuments) session.close(uri);
  });
}
