import { Inject, Injectable, type OnApplicationShutdown } from "@nestjs/common";
import { DATABASE, type Db } from "./database.ts";

/** Closes the database when the server goes down, which folds the write-ahead log into it. */
@Injectable()
export class DatabaseCloser implements OnApplicationShutdown {
  constructor(@Inject(DATABASE) private readonly db: Db) {}

  onApplicationShutdown(): void {
    this.db.$client.close();
  }
}
