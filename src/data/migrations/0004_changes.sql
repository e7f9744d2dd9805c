-- Every change is told at its commit to whoever listens: what it is, the version that stands now (0: none), and which one.
CREATE FUNCTION tundish_batch_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' THEN
    PERFORM pg_notify('tundish', 'batch 0 ' || OLD.id);
  ELSE
    PERFORM pg_notify('tundish', 'batch ' || NEW.version || ' ' || NEW.id);
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE FUNCTION tundish_library_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' THEN
    PERFORM pg_notify('tundish', 'library 0 ' || OLD.kind || '/' || OLD.id);
  ELSE
    PERFORM pg_notify('tundish', 'library ' || NEW.version || ' ' || NEW.kind || '/' || NEW.id);
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE FUNCTION tundish_table_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('tundish', TG_ARGV[0] || ' 0 ');
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER batches_change AFTER INSERT OR DELETE OR UPDATE OF version ON batches
  FOR EACH ROW EXECUTE FUNCTION tundish_batch_change();
--> statement-breakpoint
CREATE TRIGGER library_items_change AFTER INSERT OR DELETE OR UPDATE OF version ON library_items
  FOR EACH ROW EXECUTE FUNCTION tundish_library_change();
--> statement-breakpoint
CREATE TRIGGER settings_change AFTER INSERT OR UPDATE OR DELETE ON settings
  FOR EACH STATEMENT EXECUTE FUNCTION tundish_table_change('settings');
--> statement-breakpoint
CREATE TRIGGER lessons_change AFTER INSERT OR UPDATE OR DELETE ON lessons
  FOR EACH STATEMENT EXECUTE FUNCTION tundish_table_change('lessons');
--> statement-breakpoint
CREATE TRIGGER devices_change AFTER INSERT OR DELETE OR UPDATE OF name ON devices
  FOR EACH STATEMENT EXECUTE FUNCTION tundish_table_change('devices');
