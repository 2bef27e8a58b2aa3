import { createEngine } from "oak-tide";
import { hostEngine } from "oak-tide/worker";

hostEngine(createEngine(), self);
