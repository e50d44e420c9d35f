import type { Schemas } from "@/api/types";
import type { ProductionSettings } from "@/domain/draft";

/** What each section of the card works with. */
export interface SectionProps {
  making: ProductionSettings;
  made: Schemas["ProductionView"];
  /** Edits of the same `merge` name undo together. */
  change: (to: Partial<ProductionSettings>, merge?: string) => void;
}
