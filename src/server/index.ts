export { serve } from "./server.js";
export type { Channel } from "./transport/channel.js";
