import "reflect-metadata";
import { RequestMethod } from "@nestjs/common";
import { METHOD_METADATA, ROUTE_ARGS_METADATA } from "@nestjs/common/constants.js";
import { getMetadataStorage } from "class-validator";
import { CurveController } from "./curves/curve.controller.ts";
import { DemosController } from "./demos/demos.controller.ts";
import { HealthController } from "./health/health.controller.ts";
import { StudyController } from "./studies/study.controller.ts";

/** Kinds of route arguments that carry what a client sent: body, query, address. */
const FROM_CLIENT = new Set(["3", "4", "5"]);

describe("every input has a class that checks it", () => {
  const routes = [StudyController, CurveController, DemosController, HealthController].flatMap(
    (controller) =>
      Object.getOwnPropertyNames(controller.prototype)
        .filter((name) => {
          const method = (controller.prototype as unknown as Record<string, object>)[name];
          return method && Reflect.getMetadata(METHOD_METADATA, method) !== undefined;
        })
        .map((name) => ({ controller, name })),
  );

  it("finds the routes", () => {
    expect(routes.length).toBeGreaterThanOrEqual(17);
    expect(RequestMethod.GET).toBe(0);
  });

  it.each(routes.map((route) => [`${route.controller.name}.${route.name}`, route] as const))(
    "%s",
    (_, { controller, name }) => {
      const taken = Reflect.getMetadata(ROUTE_ARGS_METADATA, controller, name) ?? {};
      const types: (new () => object)[] =
        Reflect.getMetadata("design:paramtypes", controller.prototype, name) ?? [];
      for (const [slot, { index }] of Object.entries<{ index: number }>(taken)) {
        if (!FROM_CLIENT.has(slot.split(":")[0] ?? "")) continue;
        const type = types[index];
        const checks = type
          ? getMetadataStorage().getTargetValidationMetadatas(type, "", false, false)
          : [];
        expect(checks.length).toBeGreaterThan(0);
      }
    },
  );
});
