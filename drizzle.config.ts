import { defineConfig } from "drizzle-kit";

export default defineConfig({ dialect: "postgresql", schema: "./src/data/db/tables/*.ts", out: "./drizzle" });
