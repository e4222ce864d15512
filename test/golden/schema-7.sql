-- Data as it could stand in a database of the seventh schema (several kitchens in a house). Never changed; later schemas are reached from here.
INSERT INTO kitchen (id, name, time_zone, facts) VALUES ('0190c000-0000-7000-8000-000000000001', 'North Hide', 'Europe/London', '{"altitudeM": 300}');
UPDATE kitchen SET ask_again_min = 480;
INSERT INTO person (id, kitchen_id, name, role, passphrase_hash, settings) VALUES
  ('0190c000-0000-7000-8000-000000000011', '0190c000-0000-7000-8000-000000000001', 'Orla Quill', 'owner', 'scrypt$1$1$1$x$y', '{"temperatureUnit": "F", "theme": "dark", "sound": false}'),
  ('0190c000-0000-7000-8000-000000000012', '0190c000-0000-7000-8000-000000000001', 'Tam Reed', 'cook', 'scrypt$1$1$1$x$y', '{"temperatureUnit": "C", "theme": "system", "sound": true}');
INSERT INTO person (id, kitchen_id, name, role, kind, left_at, passphrase_hash, settings) VALUES
  ('0190c000-0000-7000-8000-000000000013', '0190c000-0000-7000-8000-000000000001', 'Shelf tablet', 'cook', 'device', now(), NULL, '{"temperatureUnit": "C", "theme": "system", "sound": true}');
INSERT INTO invite (id, kitchen_id, code_hash, kind, role, made_by, expires_at) VALUES
  ('0190c000-0000-7000-8000-000000000021', '0190c000-0000-7000-8000-000000000001', sha256('a code from before'), 'device', 'cook', '0190c000-0000-7000-8000-000000000011', now() + interval '1 day');
INSERT INTO audit (kitchen_id, person_id, what, detail) VALUES
  ('0190c000-0000-7000-8000-000000000001', '0190c000-0000-7000-8000-000000000011', 'run-made', '{"name": "First frost"}');
INSERT INTO session (token_hash, person_id, kitchen_id, expires_at) VALUES
  (sha256('a token from before'), '0190c000-0000-7000-8000-000000000011', '0190c000-0000-7000-8000-000000000001', now() + interval '1 day');
INSERT INTO run (id, kitchen_id, name, rehearsal, seed, pins, last_seq) VALUES
  ('0190c000-0000-7000-8000-000000000041', '0190c000-0000-7000-8000-000000000001', 'First frost', false, 7,
   '{"modelVersion": "1", "timeZone": "Europe/London", "eggClass": "usLarge", "roomC": 22, "pressurePa": 101325, "formulas": [], "stations": []}', 2);
INSERT INTO run_event (run_id, seq, id, kitchen_id, kind, v, device_id, device_at_ms, offset_ms, offset_spread_ms, sim_at_ms, tap_id, person_id, payload) VALUES
  ('0190c000-0000-7000-8000-000000000041', 1, '0190c000-0000-7000-8000-000000000051', '0190c000-0000-7000-8000-000000000001', 'note-kept', 1, '0190c000-0000-7000-8000-000000000061', 1780000000000, 12, 4, NULL, '0190c000-0000-7000-8000-000000000071', '0190c000-0000-7000-8000-000000000012', '{"text": "less heat"}'),
  ('0190c000-0000-7000-8000-000000000041', 2, '0190c000-0000-7000-8000-000000000052', '0190c000-0000-7000-8000-000000000001', 'run-finished', 1, '0190c000-0000-7000-8000-000000000061', 1780000001000, 12, 4, NULL, '0190c000-0000-7000-8000-000000000072', NULL, '{}');
INSERT INTO station (id, kitchen_id, version, body) VALUES
  ('0190c000-0000-7000-8000-000000000081', '0190c000-0000-7000-8000-000000000001', 3,
   '{"name": "Slab", "shape": {"kind": "rectangle", "widthMm": 600, "depthMm": 400}, "metal": "castIron", "thicknessMm": 8, "coating": "none",
     "zones": [{"id": "A", "burnerId": "0190c000-0000-7000-8000-000000000091", "burnerName": "Slab A", "powerW": 1800, "dial": {"kind": "power", "max": 9, "step": 0.5}}, {"id": "B", "burnerId": "0190c000-0000-7000-8000-000000000092", "burnerName": "Slab B", "powerW": 1500, "dial": {"kind": "power", "max": 6, "step": 1}}]}');
INSERT INTO ingredient (kitchen_id, id, version, body) VALUES
  ('0190c000-0000-7000-8000-000000000001', 'salt', 2, '{"id": "salt", "role": "salt"}');
INSERT INTO burner (id, kitchen_id, version, body) VALUES
  ('0190c000-0000-7000-8000-000000000091', '0190c000-0000-7000-8000-000000000001', 1, '{"burnerName": "Slab A", "powerW": 1800, "dial": {"kind": "power", "max": 9, "step": 0.5}}'),
  ('0190c000-0000-7000-8000-000000000092', '0190c000-0000-7000-8000-000000000001', 1, '{"burnerName": "Slab B", "powerW": 1500, "dial": {"kind": "power", "max": 6, "step": 1}}');
INSERT INTO station_reading (id, kitchen_id, station_id, body, made_by) VALUES
  ('0190c000-0000-7000-8000-0000000000a1', '0190c000-0000-7000-8000-000000000001', '0190c000-0000-7000-8000-000000000081',
   '{"zoneId": "A", "roomC": 20, "turns": [{"beforeS": 1800, "mark": 5}], "spot": {"xMm": 120, "yMm": 120}, "reading": {"method": "probe", "surfaceC": 190, "sdC": 2.5}}', '0190c000-0000-7000-8000-000000000011');
INSERT INTO ladle (id, kitchen_id, version, body) VALUES
  ('0190c000-0000-7000-8000-0000000000b1', '0190c000-0000-7000-8000-000000000001', 1, '{"name": "Dented ladle", "jugMl": [71, 144, 214]}');
INSERT INTO known_device (token_hash, person_id, kitchen_id) VALUES
  (sha256('a browser from before'), '0190c000-0000-7000-8000-000000000011', '0190c000-0000-7000-8000-000000000001');
UPDATE run_summary SET seq = 2, pieces = 12, poured = 11, served = 10, finished = true, service_at_ms = 1780000000500, ordered_at_ms = 1780000000500
  WHERE run_id = '0190c000-0000-7000-8000-000000000041';
