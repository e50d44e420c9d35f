import type { components } from "./schema";

/** The shapes that the server sends and takes, by their names in its OpenAPI. */
export type Schemas = components["schemas"];
