import { Router } from "express";
import { z } from "zod";
import { computeAddress, refusalSchema, routes, type Route } from "../../contract";
import { models } from "../../models";

const schemaOf = (schema: z.ZodType, io: "input" | "output"): unknown => {
  const made: Record<string, unknown> = z.toJSONSchema(schema, { io, unrepresentable: "any" });
  delete made.$schema;
  return made;
};

const content = (schema: unknown) => ({ "application/json": { schema } });

const fileContent = (field: string) => ({
  "multipart/form-data": {
    schema: { type: "object", required: [field], properties: { [field]: { type: "string", format: "binary" } } },
  },
});

const answerContent = ({ response, sends = [] }: Route) =>
  response
    ? content(schemaOf(response, "output"))
    : Object.fromEntries(sends.map((type) => [type, { schema: { type: "string", format: "binary" } }]));

const refusals = {
  default: {
    description: "A refusal: which field, what was given, what is accepted.",
    content: content({ $ref: "#/components/schemas/Refusal" }),
  },
};

function parameters(route: Route): unknown[] {
  const of = (schema: z.ZodObject | undefined, where: "path" | "query") =>
    Object.entries(schema?.shape ?? {}).map(([name, field]) => ({
      name,
      in: where,
      required: where === "path",
      schema: schemaOf(field as z.ZodType, "input"),
    }));
  return [...of(route.params, "path"), ...of(route.query, "query")];
}

/** The API as an OpenAPI 3.1 document, made from the contract and the list of models. */
export function openApi(): Record<string, unknown> {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [name, route] of Object.entries(routes) as [string, Route][]) {
    const path = route.path.replace(/:(\w+)/g, "{$1}");
    paths[path] = {
      ...paths[path],
      [route.method]: {
        operationId: name,
        summary: route.does,
        parameters: parameters(route),
        ...(route.file && { requestBody: { required: true, content: fileContent(route.file) } }),
        ...(route.body && { requestBody: { required: true, content: content(schemaOf(route.body, "input")) } }),
        responses: {
          200: { description: "The answer.", content: answerContent(route) },
          ...refusals,
        },
      },
    };
  }
  for (const model of models) {
    paths[computeAddress(model.name)] = {
      post: {
        operationId: model.name,
        summary: model.asks,
        requestBody: { required: true, content: content(schemaOf(model.input, "input")) },
        responses: { 200: { description: "The answer; also for what cannot be reached." }, ...refusals },
      },
    };
  }
  return {
    openapi: "3.1.0",
    info: { title: "Ash Lever", version: "1", description: "Records and models of Ash Lever." },
    paths,
    components: { schemas: { Refusal: schemaOf(refusalSchema, "output") } },
  };
}

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (c) => ({ "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" })[c] ?? c);

interface Operation {
  operationId: string;
  summary: string;
  requestBody?: { content: Record<string, { schema: unknown }> };
}

function page(document: Record<string, unknown>): string {
  const paths = document.paths as Record<string, Record<string, Operation>>;
  const doors = Object.entries(paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => {
      const schema = Object.values(operation.requestBody?.content ?? {})[0]?.schema;
      const body = schema
        ? `<details><summary>What goes in</summary><pre>${escaped(JSON.stringify(schema, null, 2))}</pre></details>`
        : "";
      return `<section><h2><code>${method.toUpperCase()} ${escaped(path)}</code></h2><p>${escaped(operation.summary)}</p>${body}</section>`;
    }),
  );
  return `<!doctype html><html lang="en-GB"><meta charset="utf-8"><title>Ash Lever: API</title>
<style>body{font:15px/1.5 system-ui,sans-serif;max-width:60rem;margin:2rem auto;padding:0 1rem;color:#22252A;background:#F3F0E9}
h2{font-size:1rem;margin:1.5rem 0 .2rem}p{margin:.2rem 0}pre{overflow:auto;background:#FBFAF6;padding:.8rem;font-size:12px}
summary{cursor:pointer;color:#0F6E6A}</style>
<h1>Ash Lever: API</h1><p>The same as a document: <a href="/api/openapi.json">openapi.json</a>.</p>${doors.join("\n")}</html>`;
}

/** GET /api/openapi.json and the page made of it at /api. */
export function openApiDoor(): Router {
  const router = Router();
  let document: Record<string, unknown> | null = null;
  const made = () => (document ??= openApi());
  router.get("/api/openapi.json", (_req, res) => void res.json(made()));
  router.get("/api", (_req, res) => void res.type("html").send(page(made())));
  return router;
}
