import {
  addressOf,
  instrumentBlock,
  photoAnswer,
  routes,
  SHOP_ID,
  sheetSeen,
  uploadedRecording,
  type ChangeRequest,
  type DossierView,
  type KeptRecording,
  type NewFields,
  type Operation,
  type ResourceName,
  type SheetSeen,
} from "../contract";
import { wavBytes, type SheetKind } from "../core";

/** Counter written as a ULID, so that the demo has the same ids on every machine. */
function idMaker(): () => string {
  const digits = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";
  let n = 0;
  return () => {
    n += 1;
    let tail = "";
    for (let v = n, i = 0; i < 10; i++, v = Math.floor(v / 32)) tail = digits[v % 32] + tail;
    return `01DEMSKERR000000${tail}`;
  };
}

/** Width a drawing is rendered at, px. */
const DRAWN_PX = 960;

/** Writes the scenario through the doors of the running program, as any client would. */
export class DemoClient {
  readonly id = idMaker();

  constructor(private readonly address: string) {}

  async change(
    scope: string,
    label: string,
    operations: Operation[],
    personId: string | null = null,
    correction: string | null = null,
  ): Promise<void> {
    const body: ChangeRequest = { id: this.id(), scope, label, operations, personId, correction };
    const response = await fetch(new URL("/api/changes", this.address), {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(body),
    });
    if (!response.ok) throw new Error(`${label}: ${response.status} ${await response.text()}`);
  }

  /** A vehicle with its sheet, as the program gives it. */
  async vehicle(id: string): Promise<DossierView> {
    const response = await fetch(new URL(`/api/vehicles/${id}`, this.address));
    if (!response.ok) throw new Error(`vehicle ${id}: ${response.status} ${await response.text()}`);
    return (await response.json()) as DossierView;
  }

  /** Version of the shop's own record, counted along. */
  private shopVersion = 1;

  /** From here on jobs get this number: the shed's book has gaps, as books have. Null: on from the last one. */
  numberFrom(firstJobNumber: number | null): Operation {
    const version = this.shopVersion;
    this.shopVersion += 1;
    return { op: "update", resource: "shop", id: SHOP_ID, version, data: { firstJobNumber } };
  }

  /** Renders a drawing and sends it in as a camera's picture would be; gives what the photo's record needs. */
  async photo(name: string, svg: string): Promise<Pick<NewFields<"photo">, "file" | "widthPx" | "heightPx">> {
    const { default: sharp } = await import("sharp");
    const png = await sharp(Buffer.from(svg), { density: 144 }).resize(DRAWN_PX).png().toBuffer();
    const form = new FormData();
    form.append("photo", new Blob([new Uint8Array(png)], { type: "image/png" }), name);
    const response = await fetch(new URL(routes.photo.path, this.address), { method: "POST", body: form });
    if (!response.ok) throw new Error(`${name}: ${response.status} ${await response.text()}`);
    const { file, widthPx, heightPx } = photoAnswer.parse(await response.json());
    return { file, widthPx, heightPx };
  }

  /** The measuring sheet as the program draws it. */
  async sheetDrawing(sheet: SheetKind): Promise<string> {
    const response = await fetch(new URL(addressOf("measuringSheet", { sheet }, { as: "svg" }), this.address));
    if (!response.ok) throw new Error(`the measuring sheet ${sheet}: ${response.status}`);
    return response.text();
  }

  /** Sends a photograph on the measuring sheet in, and has the sheet looked for in it. */
  async sheetPhoto(
    name: string,
    jpeg: Buffer,
  ): Promise<{ photo: Pick<NewFields<"photo">, "file" | "widthPx" | "heightPx" | "focal35Mm">; seen: SheetSeen }> {
    const form = new FormData();
    form.append("photo", new Blob([new Uint8Array(jpeg)], { type: "image/jpeg" }), name);
    const address = new URL(addressOf("photo", {}, { use: "measure" }), this.address);
    const response = await fetch(address, { method: "POST", body: form });
    if (!response.ok) throw new Error(`${name}: ${response.status} ${await response.text()}`);
    const { file, widthPx, heightPx, focal35Mm } = photoAnswer.parse(await response.json());
    const looked = await fetch(new URL(addressOf("photoSheet", { file }), this.address));
    return { photo: { file, widthPx, heightPx, focal35Mm }, seen: sheetSeen.parse(await looked.json()) };
  }

  /** Listens to the stand-in accelerometer for so long, without waiting for it: WAV, and the engine's speed with it. */
  async listen(
    request: Record<string, string>,
    seconds: number,
  ): Promise<{ wav: Uint8Array; rpmTrack: { tS: number; rpm: number }[] }> {
    const query = new URLSearchParams({ ...request, hurry: "true" });
    const gone = new AbortController();
    const response = await fetch(new URL(`/api/instruments/accelerometer/samples?${query}`, this.address), {
      signal: gone.signal,
    });
    if (!response.ok || !response.body) throw new Error(`the stand-in: ${response.status} ${await response.text()}`);
    const samples: number[] = [];
    const rpmTrack: { tS: number; rpm: number }[] = [];
    const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
    for (let rest = ""; ;) {
      const { value, done } = await reader.read();
      if (done) throw new Error("the stand-in ended by itself");
      const events = (rest + value).split("\n\n");
      rest = events.pop() ?? "";
      for (const event of events) {
        const block = instrumentBlock.parse(JSON.parse(event.replace(/^data: /, "")));
        if (block.rpm !== null) rpmTrack.push({ tS: samples.length / block.rateHz, rpm: block.rpm });
        samples.push(...block.samples);
        if (samples.length >= seconds * block.rateHz) {
          gone.abort();
          return { wav: wavBytes(Float64Array.from(samples), block.rateHz), rpmTrack };
        }
      }
    }
  }

  /** Sends a recording in as a file would be; gives what the job keeps of it. */
  async recording(name: string, wav: Uint8Array): Promise<KeptRecording> {
    const form = new FormData();
    form.append("recording", new Blob([new Uint8Array(wav)], { type: "audio/wav" }), name);
    const response = await fetch(new URL(routes.recording.path, this.address), { method: "POST", body: form });
    if (!response.ok) throw new Error(`${name}: ${response.status} ${await response.text()}`);
    return uploadedRecording.parse(await response.json()).kept;
  }

  create<R extends ResourceName>(
    resource: R,
    data: NewFields<R>,
    id = this.id(),
  ): Extract<Operation, { op: "create" }> {
    return { op: "create", resource, id, data: data as Record<string, unknown> };
  }
}
