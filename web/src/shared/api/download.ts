/** Files of the server for the browser to save. */
import { ProblemError, type Problem } from "./client";

/** Fetch a file and hand it to the browser to save under a name; `ProblemError` where the server refuses it. */
export async function download(address: string, saveAs: string) {
  const response = await fetch(address);
  if (!response.ok) throw new ProblemError((await response.json()) as Problem, response.status);
  save(await response.blob(), saveAs);
}

/** Hand a text of the page to the browser to save. */
export const saveText = (text: string, saveAs: string) =>
  save(new Blob([text], { type: "text/plain" }), saveAs);

function save(what: Blob, saveAs: string) {
  const url = URL.createObjectURL(what);
  const link = document.createElement("a");
  link.href = url;
  link.download = saveAs;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
