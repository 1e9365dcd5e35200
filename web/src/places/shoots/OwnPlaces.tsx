import { useState } from "react";
import type { PlaceView } from "../../domain/documents";
import { Refused } from "../../domain/refused";
import { useAddPlace, useDeletePlace, usePlaces } from "../../state/shoots/places";
import { Button } from "../../ui/Button";
import { ChoiceField } from "../../ui/Field";

type Spot = { place: string; latitude: string; longitude: string };

/** The account's own places: taken into a shoot, kept from one, taken off the list. */
export function OwnPlaces({ typed, onTake }: { typed: Spot; onTake: (place: Spot) => void }) {
  const places = usePlaces().data ?? [];
  const add = useAddPlace();
  const remove = useDeletePlace();
  const [gone, setGone] = useState<PlaceView | null>(null);
  const here = places.find((one) => one.name === typed.place.trim());
  const take = (id: string) => {
    const found = places.find((one) => one.id === id);
    if (found)
      onTake({
        place: found.name,
        latitude: String(found.latitude_deg),
        longitude: String(found.longitude_deg),
      });
  };
  const whole = typed.place.trim() && typed.latitude.trim() && typed.longitude.trim();
  const refused = add.error instanceof Refused ? add.error : null;
  return (
    <div>
      {places.length ? (
        <ChoiceField
          label="Your places"
          value={here?.id ?? ""}
          choices={[
            { value: "", text: "choose one" },
            ...places.map((one) => ({ value: one.id, text: `${one.name}, ${one.zone}` })),
          ]}
          onChoose={take}
        />
      ) : null}
      <div className="mt-1 flex gap-3">
        {whole && !here && gone?.name !== typed.place.trim() ? (
          <Button
            look="quiet"
            onClick={() =>
              add.mutate({
                name: typed.place.trim(),
                latitude_deg: typed.latitude.trim() as unknown as number,
                longitude_deg: typed.longitude.trim() as unknown as number,
              })
            }
          >
            Keep {typed.place.trim()} among your places
          </Button>
        ) : null}
        {here ? (
          <Button look="quiet" onClick={() => remove.mutate(here.id, { onSuccess: () => setGone(here) })}>
            Take {here.name} off the list
          </Button>
        ) : null}
        {gone && !here ? (
          <Button
            look="quiet"
            onClick={() =>
              add.mutate(
                { name: gone.name, latitude_deg: gone.latitude_deg, longitude_deg: gone.longitude_deg },
                { onSuccess: () => setGone(null) },
              )
            }
          >
            Bring {gone.name} back
          </Button>
        ) : null}
      </div>
      {refused ? (
        <p role="alert" className="text-fine text-signal">
          {refused.fields[0]?.message ?? refused.message}
        </p>
      ) : null}
    </div>
  );
}
