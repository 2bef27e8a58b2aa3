import berth from "../../demo/data/berth.vue?raw";
import berthPage from "../../demo/data/Berths.cshtml?raw";
import berthProject from "../../demo/data/BerthService.csproj?raw";
import berthService from "../../demo/data/BerthService.cs?raw";
import board from "../../demo/data/board.tsx?raw";
import departures from "../../demo/data/departures.html?raw";
import fares from "../../demo/data/fares.py?raw";
import fleet from "../../demo/data/fleet.json?raw";
import gangway from "../../demo/data/gangway.svelte?raw";
import handbook from "../../demo/data/handbook.md?raw";
import rota from "../../demo/data/rota.py?raw";
import scheduler from "../../demo/data/scheduler.ts?raw";
import tides from "../../demo/data/tides.py?raw";
import notebook from "../../demo/data/tides.ipynb?raw";
import tidePage from "../../demo/data/Tides.aspx?raw";
import tideStyles from "../../demo/data/tides.scss?raw";
import timetable from "../../demo/data/timetable.astro?raw";

export interface Sample {
  readonly name: string;
  readonly languageId: string;
  readonly text: string;
}

/** Gullhaven Ferry's files. */
export const SAMPLES: readonly Sample[] = [
  { name: "scheduler.ts", languageId: "typescript", text: scheduler },
  { name: "board.tsx", languageId: "typescriptreact", text: board },
  { name: "tides.py", languageId: "python", text: tides },
  { name: "fares.py", languageId: "python", text: fares },
  { name: "rota.py", languageId: "python", text: rota },
  { name: "departures.html", languageId: "html", text: departures },
  { name: "tides.scss", languageId: "scss", text: tideStyles },
  { name: "berth.vue", languageId: "vue", text: berth },
  { name: "gangway.svelte", languageId: "svelte", text: gangway },
  { name: "timetable.astro", languageId: "astro", text: timetable },
  { name: "tides.ipynb", languageId: "ipynb", text: notebook },
  { name: "handbook.md", languageId: "markdown", text: handbook },
  { name: "BerthService.cs", languageId: "csharp", text: berthService },
  { name: "Berths.cshtml", languageId: "razor", text: berthPage },
  { name: "Tides.aspx", languageId: "aspx", text: tidePage },
  { name: "BerthService.csproj", languageId: "xml", text: berthProject },
  { name: "fleet.json", languageId: "json", text: fleet },
];

/** The languages to choose from, with how people call them and the endings of their files. */
export const LANGUAGES: readonly { id: string; name: string; endings: readonly string[] }[] = [
  { id: "typescript", name: "TypeScript", endings: [".ts", ".mts", ".cts"] },
  { id: "typescriptreact", name: "TypeScript with JSX", endings: [".tsx"] },
  { id: "javascript", name: "JavaScript", endings: [".js", ".mjs", ".cjs", ".jsx"] },
  { id: "python", name: "Python", endings: [".py", ".pyi"] },
  { id: "html", name: "HTML", endings: [".html", ".htm"] },
  { id: "css", name: "CSS", endings: [".css"] },
  { id: "scss", name: "SCSS", endings: [".scss"] },
  { id: "less", name: "Less", endings: [".less"] },
  { id: "json", name: "JSON", endings: [".json"] },
  { id: "markdown", name: "Markdown", endings: [".md", ".markdown"] },
  { id: "vue", name: "Component", endings: [".vue"] },
  { id: "svelte", name: "Component with { }", endings: [".svelte"] },
  { id: "astro", name: "Markup in code", endings: [".astro"] },
  { id: "ipynb", name: "Notebook", endings: [".ipynb"] },
  { id: "csharp", name: "C#", endings: [".cs"] },
  { id: "razor", name: "Markup with @", endings: [".cshtml", ".razor"] },
  { id: "aspx", name: "Markup with <% %>", endings: [".aspx", ".ascx", ".master"] },
  {
    id: "xml",
    name: "XML",
    endings: [".xml", ".csproj", ".props", ".targets", ".config", ".resx", ".svg", ".xsd"],
  },
  { id: "plaintext", name: "Plain text", endings: [".txt"] },
];

/** The language of a file by its ending; plain text for all others. */
export const languageOf = (fileName: string): string =>
  LANGUAGES.find(({ endings }) => endings.some((ending) => fileName.endsWith(ending)))?.id
  ?? "plaintext";
