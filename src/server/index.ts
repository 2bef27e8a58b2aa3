export { serve } from "./server.js";
