import type { Schemas } from "@/api/types";

export type Version = Schemas["VersionView"];

export const versionName = (version: Version) =>
  version.number === 0 ? "as it stands" : version.name || `version ${version.number}`;
