import { QuickReference } from "@/features/cupboard/QuickReference";
import { ANYWHERE, type Key, keysOf, useSingleKeys } from "@/ui/keys";
import { Sheet } from "@/ui/Sheet";

interface KeyListProps {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  path: string;
}

export default function KeyList({ open, onOpenChange, path }: KeyListProps) {
  const cupboard = path.startsWith("/cupboard");
  const { place, keys } = keysOf(path);
  const [single] = useSingleKeys();
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title={cupboard ? "Keys and quick reference" : "Keys"}
      wide={cupboard}
    >
      {!single && <p className="mb-3 text-soft">Keys without Ctrl or Alt are switched off in Settings.</p>}
      {keys.length > 0 && <Rows title={place} keys={keys} />}
      <Rows title="Anywhere" keys={ANYWHERE} />
      {cupboard && (
        <section>
          <h2 className="mb-1">Quick reference</h2>
          <QuickReference />
        </section>
      )}
    </Sheet>
  );
}

function Rows({ title, keys }: { title: string; keys: Key[] }) {
  return (
    <section className="mb-4">
      <h2 className="mb-1">{title}</h2>
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-2">
        {keys.map((key) => (
          <div key={key.keys} className="contents">
            <dt>
              <kbd className="key">{key.keys}</kbd>
            </dt>
            <dd>{key.does}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
