import { createTwoFilesPatch } from "diff";
import { writeOutput } from "../input.js";
import type { Report } from "./report.js";

/** One patch of all files, which `git apply` takes. */
export function diffReport(): Report {
  const parts: string[] = [];
  return {
    most: Infinity,
    add({ path, before, answer }) {
      if (answer.editCount === 0) return;
      const patch = createTwoFilesPatch(`a/${path}`, `b/${path}`, before, answer.text, "", "", {
        context: 3,
      });
      parts.push(`diff --git a/${path} b/${path}\n${patch.slice(patch.indexOf("--- "))}`);
    },
    close: () => writeOutput(parts.join("")),
  };
}
