"use client";

/** Where the plan breaks a rule of its medium, and why. */
import { TriangleAlert } from "lucide-react";
import type { Layering } from "../../domain/layers/layering";
import { layerFaults } from "../../domain/layers/mediumRules";
import { useStudio } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { LAYER_FAULT_WORDS } from "../../words/layers";

export function Faults({ layering, onChoose }: { layering: Layering; onChoose: (layerId: string) => void }) {
  const tubeById = useStudio((studio) => studio.tubeById);
  const faults = layerFaults(layering.layers, layering.ground, tubeById);
  if (faults.length === 0) return null;
  return (
    <ul aria-label="What this plan breaks" className="mt-4 max-w-2xl">
      {faults.map(({ fault, layerId }) => (
        <li key={`${layerId} ${fault}`} className="flex items-start gap-2 border-t py-1">
          <TriangleAlert aria-hidden="true" className="mt-3 size-5 shrink-0" />
          <div className="min-w-0">
            <Button
              weight="quiet"
              onClick={() => {
                onChoose(layerId);
              }}
            >
              {layering.layers.find(({ id }) => id === layerId)?.name}
            </Button>
            <p className="px-1">{LAYER_FAULT_WORDS[fault]}</p>
          </div>
        </li>
      ))}
    </ul>
  );
}
