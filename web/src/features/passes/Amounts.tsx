/** What the whole plan takes: paint by tube, mediums, what has to be bought, what is kept from pass to pass, what can be saved. */
import { Box, Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { AdviceList } from "../../shared/ui/AdviceList";
import { Fact, Section } from "../../shared/ui/Facts";
import { ml } from "../../shared/ui/numbers";
import { Swatch } from "../../shared/ui/Swatch";
import type { Mix } from "../mixes";
import { AmountsByArea } from "./AreaAmounts";
import { mlByPass } from "./order";
import { price } from "./price";
import { groundsQuery, tradeQuery, type Passes } from "./queries";

/** Whether the shelf has less of a medium than the plan needs; water is always there. */
const short = (need: Passes["mediums"][number]) => need.left_ml !== null && need.volume_ml > need.left_ml;

interface Props {
  paintingId: number;
  passes: Passes;
  mixes: ReadonlyMap<string, Mix>;
  areas: readonly { id: string; name: string }[];
  things: readonly { id: string; name: string; areas: string[] }[];
  chooseArea: (area: string) => void;
  keepCheaper: ((mix: string, parts: Record<string, number>) => void) | null;
}

export function Amounts({ paintingId, passes, mixes, areas, things, chooseArea, keepCheaper }: Props) {
  const trade = useQuery(tradeQuery);
  const buy = passes.paint.filter((need) => need.buy);
  const bottles = passes.mediums.filter(short);
  return (
    <>
      <Section title="Paint for the whole plan">
        <Stack component="ul" sx={{ listStyle: "none", p: 0, m: 0 }}>
          {passes.paint.map((need) => (
            <Stack
              component="li"
              key={need.key}
              direction="row"
              spacing={1.5}
              sx={{ py: 0.5, alignItems: "center" }}
            >
              <Swatch colour={need.masstone} label={need.name} size={24} />
              <Box sx={{ flex: 1, minWidth: 0 }}>
                <Typography>{need.name}</Typography>
                <Typography variant="caption" color="text.secondary" component="div">
                  {need.bead_cm < 10 ? need.bead_cm.toFixed(1) : Math.round(need.bead_cm)} cm from the tube ·{" "}
                  {need.mass_g < 10 ? need.mass_g.toFixed(1) : Math.round(need.mass_g)} g
                </Typography>
              </Box>
              <Typography sx={{ textAlign: "right" }}>
                {ml(need.volume_ml)}
                {need.volume_ml > need.left_ml && (
                  <Typography component="span" sx={{ display: "block", fontWeight: 680 }}>
                    only {ml(need.left_ml)} left
                  </Typography>
                )}
              </Typography>
            </Stack>
          ))}
        </Stack>
        {passes.mediums.map((need) => (
          <Fact key={need.kind} name={need.kind}>
            {ml(need.volume_ml)}
            {short(need) ? (need.left_ml === 0 ? ", none left" : `, only ${ml(need.left_ml!)} left`) : ""}
          </Fact>
        ))}
        <Typography variant="caption" color="text.secondary" component="p" sx={{ mt: 1 }}>
          {trade.data?.amounts} Films are common practice, not measured.
        </Typography>
        {(passes.price > 0 || passes.unpriced.length > 0) && (
          <Fact name="The paint is worth">
            {price(passes.price)}
            {passes.unpriced.length > 0 ? ` and ${passes.unpriced.length} without a price` : ""}
          </Fact>
        )}
      </Section>
      <AmountsByArea
        paintingId={paintingId}
        areas={areas}
        things={things}
        mixes={mixes}
        choose={chooseArea}
      />
      <Section title="To buy">
        {buy.length + bottles.length === 0 ? (
          <Typography>Nothing: the shelf has all the paint that this plan takes.</Typography>
        ) : (
          <Box component="ul" sx={{ pl: 2.25, m: 0 }}>
            {buy.map((need) => (
              <li key={need.key}>
                {need.name}: {ml(need.volume_ml - need.left_ml)} missing, {need.buy}
                {need.buy_price === null ? "" : `, about ${price(need.buy_price)}`}
              </li>
            ))}
            {bottles.map((need) => (
              <li key={need.kind}>
                {need.kind}: {ml(need.volume_ml - need.left_ml!)} missing
              </li>
            ))}
          </Box>
        )}
      </Section>
      <Savings paintingId={paintingId} keepCheaper={keepCheaper} />
      {passes.kept.length > 0 && (
        <Section title="Piles to keep">
          <Typography color="text.secondary" gutterBottom>
            These are used in more than one pass. Mix each at once, keep it in a closed jar or on a damp lined
            tray: a pile that dried cannot be matched again.
          </Typography>
          <Box component="ul" sx={{ listStyle: "none", p: 0, m: 0 }}>
            {passes.kept.slice(0, 10).map((pile) => {
              const mix = mixes.get(pile.mix);
              return (
                <Stack component="li" key={pile.mix} direction="row" spacing={1.5} sx={{ py: 0.25 }}>
                  {mix && <Swatch colour={mix.dry} label="dry" size={22} />}
                  <Box sx={{ flex: 1 }}>{mix?.name ?? pile.mix}</Box>
                  <Typography color="text.secondary">
                    passes {pile.passes.join(", ")} · {ml(pile.later_ml)} later
                  </Typography>
                </Stack>
              );
            })}
          </Box>
        </Section>
      )}
      <Section title="Mixes, pass by pass">
        <Box component="ul" sx={{ listStyle: "none", p: 0, m: 0 }}>
          {Object.entries(passes.volumes).map(([id, volume]) => (
            <Stack component="li" key={id} direction="row" spacing={1.5} sx={{ py: 0.25 }}>
              <Swatch colour={mixes.get(id)?.dry ?? "#808080"} label="dry" size={22} />
              <Box sx={{ flex: 1, minWidth: 0 }}>
                {mixes.get(id)?.name ?? id}
                <Typography variant="caption" color="text.secondary" component="div">
                  {mlByPass(passes.passes, id)
                    .map((one) => `pass ${one.number}: ${ml(one.ml)}`)
                    .join(" · ")}
                </Typography>
              </Box>
              <Box sx={{ whiteSpace: "nowrap" }}>{ml(volume)}</Box>
            </Stack>
          ))}
        </Box>
      </Section>
      <AdviceList advice={passes.advice} />
    </>
  );
}

function Savings({ paintingId, keepCheaper }: Pick<Props, "paintingId" | "keepCheaper">) {
  const study = useQuery(groundsQuery(paintingId));
  const savings = study.data?.savings ?? [];
  if (savings.length === 0) return null;
  return (
    <Section title="What would save money">
      <Box component="ul" sx={{ listStyle: "none", p: 0, m: 0 }}>
        {savings.map((saving) => (
          <Box component="li" key={saving.title} sx={{ pb: 1 }}>
            <Typography sx={{ fontWeight: 600 }}>
              {saving.title}
              {saving.saves === null ? "" : `: about ${price(saving.saves)}`}
            </Typography>
            <Typography color="text.secondary">{saving.words}</Typography>
            {keepCheaper && saving.mix && saving.parts && (
              <Button size="small" onClick={() => keepCheaper(saving.mix!, saving.parts!)}>
                Use this recipe
              </Button>
            )}
          </Box>
        ))}
      </Box>
    </Section>
  );
}
