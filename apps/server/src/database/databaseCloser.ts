import { Inject, Injectable, type OnApplicationShutdown } from "@nestjs/common";
import { DATABASE, type Db } from "./database.ts";
import { DataFolder } from "./dataFolder.ts";

/** Closes the database when the server goes down, which folds the write-ahead log into it, and gives its folder back. */
@Injectable()
export class DatabaseCloser implements OnApplicationShutdown {
  constructor(
    @Inject(DATABASE) private readonly db: Db,
    private readonly folder: DataFolder,
  ) {}

  onApplicationShutdown(): void {
    this.db.$client.close();
    this.folder.close();
  }
}
