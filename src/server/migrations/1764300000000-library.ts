import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Formulas that are made, changed and put away; a kitchen's own ingredients; what a kitchen is like. */
export class Library1764300000000 implements MigrationInterface {
  readonly name = 'Library1764300000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE kitchen ADD COLUMN facts jsonb NOT NULL DEFAULT '{}';
      GRANT UPDATE (facts) ON kitchen TO bluebell_app;

      ALTER TABLE formula ADD COLUMN archived_at timestamptz;
      ALTER TABLE formula_revision
        ADD COLUMN made_at timestamptz NOT NULL DEFAULT now(),
        ADD COLUMN made_by uuid REFERENCES person;
      GRANT INSERT, UPDATE (revision, archived_at) ON formula TO bluebell_app;
      GRANT INSERT ON formula_revision TO bluebell_app;

      CREATE TABLE ingredient (
        kitchen_id uuid NOT NULL REFERENCES kitchen,
        id text NOT NULL,
        version integer NOT NULL,
        body jsonb NOT NULL,
        PRIMARY KEY (kitchen_id, id)
      );
      ALTER TABLE ingredient ENABLE ROW LEVEL SECURITY;
      CREATE POLICY own_kitchen ON ingredient TO bluebell_app
        USING (kitchen_id = nullif(current_setting('bluebell.kitchen', true), '')::uuid)
        WITH CHECK (kitchen_id = nullif(current_setting('bluebell.kitchen', true), '')::uuid);
      GRANT SELECT, INSERT, DELETE, UPDATE (version, body) ON ingredient TO bluebell_app;
    `);
  }

  async down(): Promise<void> {
    throw new Error('This migration is not taken back: restore a backup instead.');
  }
}
