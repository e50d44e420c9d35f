import { useEffect, useState } from "react";

export interface Reading {
  mass_g: number;
  stable: boolean;
  tare_g: number;
  overload: boolean;
  unit: string;
  battery_share: number | null;
}

const CONNECTED = "ample-crumb scale";

/** What the scale shows, while it is connected. `lost` says why it cannot be read; typing a weight always can. */
export function useScale() {
  const [connected, setConnected] = useState(() => sessionStorage.getItem(CONNECTED) === "on");
  const [reading, setReading] = useState<Reading | null>(null);
  const [lost, setLost] = useState("");
  useEffect(() => {
    if (!connected) return;
    const source = new EventSource("/api/v1/scale/readings");
    source.addEventListener("reading", (event) => {
      setReading(JSON.parse((event as MessageEvent<string>).data) as Reading);
      setLost("");
    });
    source.addEventListener("lost", (event) => {
      setLost((JSON.parse((event as MessageEvent<string>).data) as { detail: string }).detail);
      setReading(null);
    });
    source.onerror = () => {
      setLost("The scale cannot be reached.");
      setReading(null);
    };
    return () => {
      source.close();
      setReading(null);
      setLost("");
    };
  }, [connected]);
  return {
    connected,
    reading,
    lost,
    connect: (on: boolean) => {
      sessionStorage.setItem(CONNECTED, on ? "on" : "off");
      setConnected(on);
    },
  };
}

export type Scale = ReturnType<typeof useScale>;
