import { chooseFood } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { EMPTY } from "@/domain/productDraft";
import { ProductSheet } from "@/features/cupboard/ProductSheet";
import type { Question } from "./LineQuestion";

interface NewProductForProps {
  store: DraftStore;
  question: Question;
  onClose: () => void;
}

/** The label of a product that a line names and nobody knows; once it is stored the line means it. */
export default function NewProductFor({ store, question, onClose }: NewProductForProps) {
  return (
    <ProductSheet
      sheet={{ kind: "new", draft: { ...EMPTY, name: question.name.slice(0, 80) } }}
      onClose={onClose}
      onOpen={onClose}
      onSaved={(product) => {
        if (product.finished) store.edit((draft) => chooseFood(draft, [question.line_id], product.slug));
      }}
    />
  );
}
