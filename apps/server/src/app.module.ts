import { type DynamicModule, Module } from "@nestjs/common";
import { CurveController } from "./curves/curve.controller.ts";
import { CurveRepository } from "./curves/curve.repository.ts";
import { CurveService } from "./curves/curve.service.ts";
import { DATABASE, type Db } from "./database/database.ts";
import { DatabaseCloser } from "./database/databaseCloser.ts";
import { DataFolder } from "./database/dataFolder.ts";
import { DemosController } from "./demos/demos.controller.ts";
import { DemosService } from "./demos/demos.service.ts";
import { HealthController } from "./health/health.controller.ts";
import { PreviewController } from "./previews/preview.controller.ts";
import { PreviewStore } from "./previews/preview.store.ts";
import { RecipeController } from "./recipes/recipe.controller.ts";
import { RecipeRepository } from "./recipes/recipe.repository.ts";
import { RecipeService } from "./recipes/recipe.service.ts";
import { SETTINGS } from "./settings.token.ts";
import type { Settings } from "./settings.ts";
import { StudyController } from "./studies/study.controller.ts";
import { StudyRepository } from "./studies/study.repository.ts";
import { StudyService } from "./studies/study.service.ts";

@Module({})
class AppModule {}

/** The server put together. */
export function appModule(settings: Settings, db: Db, folder: DataFolder): DynamicModule {
  return {
    module: AppModule,
    controllers: [
      StudyController,
      CurveController,
      RecipeController,
      PreviewController,
      DemosController,
      HealthController,
    ],
    providers: [
      { provide: SETTINGS, useValue: settings },
      { provide: DATABASE, useValue: db },
      { provide: DataFolder, useValue: folder },
      DatabaseCloser,
      StudyRepository,
      StudyService,
      DemosService,
      CurveRepository,
      CurveService,
      RecipeRepository,
      RecipeService,
      PreviewStore,
    ],
  };
}
