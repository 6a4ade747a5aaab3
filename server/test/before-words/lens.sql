PRAGMA foreign_keys=OFF;
BEGIN TRANSACTION;
CREATE TABLE setting (
  name TEXT PRIMARY KEY,
  value TEXT NOT NULL
) STRICT;
INSERT INTO setting VALUES('today','2026-10-31');
CREATE TABLE client (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL UNIQUE,
  currency TEXT NOT NULL,
  time_zone TEXT NOT NULL,
  locale TEXT NOT NULL,
  metric_set TEXT NOT NULL
) STRICT;
INSERT INTO client VALUES('before-words','Before Words','GBP','Europe/London','en-GB','shop');
CREATE TABLE channel (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL UNIQUE,
  kind TEXT NOT NULL
) STRICT;
INSERT INTO channel VALUES('search-of-before-words','Search of Before Words','search');
CREATE TABLE account (
  id TEXT PRIMARY KEY,
  client_id TEXT NOT NULL REFERENCES client (id),
  channel_id TEXT NOT NULL REFERENCES channel (id),
  name TEXT NOT NULL,
  currency TEXT NOT NULL,
  time_zone TEXT NOT NULL,
  UNIQUE (client_id, channel_id, name)
) STRICT;
INSERT INTO account VALUES('5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb','before-words','search-of-before-words','Main','GBP','Europe/London');
CREATE TABLE file (
  hash TEXT PRIMARY KEY,
  size INTEGER NOT NULL,
  received_at TEXT NOT NULL
, kept INTEGER NOT NULL DEFAULT 1) STRICT;
INSERT INTO file VALUES('b498358073b7cca4557974e1d1f4c50dfc3148100f4a36fa4fe2a5c7d9b8f947',3127,'2026-11-26T20:33:11.124Z',1);
INSERT INTO file VALUES('3c0533e3a88d3d5493eebf113a8eb38bc4a3f5a6e6b6e815cccf69e9f207d333',735,'2026-11-26T20:33:12.056Z',1);
INSERT INTO file VALUES('80327fe6b14fb5c916f8c6182c7353bdfe2769db8f5772dea488826db63c9cf6',436,'2026-11-26T20:33:12.154Z',1);
INSERT INTO file VALUES('03c55c82117a02596ac4e6cc60af6798d4cd9273f3c38c4005ddd698a29b6f3a',1801,'2026-11-26T20:33:12.269Z',1);
INSERT INTO file VALUES('f0a40a880255e8388dcff976024672d9d9b4c5d41bd514fb9d094ac095c66604',470,'2026-11-26T20:33:12.371Z',1);
INSERT INTO file VALUES('ee2d5a89f51e7f9a9e043855103705f53c155c3e5eb53f35535a537fb74c6fa0',483,'2026-11-26T20:33:12.479Z',1);
INSERT INTO file VALUES('8e1e0800be0bc7dc218cc243b7d99067d3b0b281b9fc035720ff3a02801a23ab',448,'2026-11-26T20:33:12.545Z',1);
INSERT INTO file VALUES('59656ef4b5dcfc374cbc97dc7ce1b960dbc26e8e875c26890f8f5d642a5411f8',87,'2026-11-26T20:33:12.626Z',1);
CREATE TABLE job (
  id TEXT PRIMARY KEY,
  client_id TEXT NOT NULL REFERENCES client (id),
  kind TEXT NOT NULL,
  state TEXT NOT NULL,
  request TEXT NOT NULL,
  phase TEXT NOT NULL DEFAULT '',
  rows INTEGER NOT NULL DEFAULT 0,
  report TEXT,
  import_id INTEGER,
  error TEXT,
  created_at TEXT NOT NULL
) STRICT;
INSERT INTO job VALUES('c93900db-7ecc-4225-8c45-06e4f555c2c6','before-words','import','done','{"file":"b498358073b7cca4557974e1d1f4c50dfc3148100f4a36fa4fe2a5c7d9b8f947","fileName":"Ads.csv","layout":{"format":"separated","encoding":"utf-8","delimiter":",","sheet":"","titleLines":0},"account":"5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb","feed":{"name":"Ads"},"mapping":{"kind":"report","action":"purchase","countedBy":"orders","dateOrder":"year first","decimal":".","decimals":[],"steps":[],"columns":[{"role":"day"},{"role":"level","level":"campaign","part":"id"},{"role":"level","level":"campaign","part":"name"},{"role":"level","level":"group","part":"id"},{"role":"level","level":"group","part":"name"},{"role":"level","level":"ad","part":"id"},{"role":"level","level":"ad","part":"name"},{"role":"measure","measure":"impressions"},{"role":"measure","measure":"clicks"},{"role":"measure","measure":"spend"},{"role":"outcome","action":"purchase","part":"count","basis":"click"},{"role":"outcome","action":"purchase","part":"value","basis":"click"},{"role":"ignore"},{"role":"measure","measure":"running"}]},"covers":null,"headers":["Day","Campaign ID","Campaign","Ad group ID","Ad group","Ad ID","Ad","Impressions","Clicks","Spend","Purchases","Purchase value","Purchases by sale date","Ad status"]}','imported',40,'{"rows":40,"merged":0,"badRows":0,"problems":[],"limits":0,"longRows":0,"repeatedHeaders":0,"leftOut":[],"ratios":[],"fileTotals":[],"days":{"from":20727,"to":20736},"hours":null,"members":4,"totals":[{"term":"impressions","figure":{"kind":"value","value":41000},"unit":"count"},{"term":"clicks","figure":{"kind":"value","value":900},"unit":"count"},{"term":"spend","figure":{"kind":"value","value":520},"unit":"money"},{"term":"purchase.count.claims.click","figure":{"kind":"value","value":40},"unit":"count"},{"term":"purchase.value.claims.click","figure":{"kind":"value","value":1020},"unit":"money"}],"joined":null,"replaces":0,"absent":[],"absentCount":0}',1,NULL,'2026-11-26T20:33:11.918Z');
INSERT INTO job VALUES('fd1f5db0-6ed3-46fe-8492-76464822c769','before-words','import','done','{"file":"3c0533e3a88d3d5493eebf113a8eb38bc4a3f5a6e6b6e815cccf69e9f207d333","fileName":"Ads.csv","layout":{"format":"separated","encoding":"utf-8","delimiter":",","sheet":"","titleLines":0},"account":"5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb","feed":{"id":1},"mapping":{"kind":"report","action":"purchase","countedBy":"orders","dateOrder":"year first","decimal":".","decimals":[null,null,null,null,null,null,null,null,null,null,null,null,null,null],"steps":[],"columns":[{"role":"day"},{"role":"level","level":"campaign","part":"id"},{"role":"level","level":"campaign","part":"name"},{"role":"level","level":"group","part":"id"},{"role":"level","level":"group","part":"name"},{"role":"level","level":"ad","part":"id"},{"role":"level","level":"ad","part":"name"},{"role":"measure","measure":"impressions"},{"role":"measure","measure":"clicks"},{"role":"measure","measure":"spend"},{"role":"outcome","action":"purchase","part":"count","basis":"click"},{"role":"outcome","action":"purchase","part":"value","basis":"click"},{"role":"ignore"},{"role":"measure","measure":"running"}]},"covers":null,"headers":["Day","Campaign ID","Campaign","Ad group ID","Ad group","Ad ID","Ad","Impressions","Clicks","Spend","Purchases","Purchase value","Purchases by sale date","Ad status"]}','imported',8,'{"rows":8,"merged":0,"badRows":0,"problems":[],"limits":0,"longRows":0,"repeatedHeaders":0,"leftOut":[],"ratios":[],"fileTotals":[],"days":{"from":20735,"to":20736},"hours":null,"members":4,"totals":[{"term":"impressions","figure":{"kind":"value","value":8200},"unit":"count"},{"term":"clicks","figure":{"kind":"value","value":180},"unit":"count"},{"term":"spend","figure":{"kind":"value","value":120},"unit":"money"},{"term":"purchase.count.claims.click","figure":{"kind":"value","value":8},"unit":"count"},{"term":"purchase.value.claims.click","figure":{"kind":"value","value":204},"unit":"money"}],"joined":null,"replaces":8,"absent":[],"absentCount":0}',2,NULL,'2026-11-26T20:33:12.083Z');
INSERT INTO job VALUES('88641c29-9d33-4e31-b9a0-365f5a294378','before-words','import','done','{"file":"80327fe6b14fb5c916f8c6182c7353bdfe2769db8f5772dea488826db63c9cf6","fileName":"Ads.csv","layout":{"format":"separated","encoding":"utf-8","delimiter":",","sheet":"","titleLines":0},"account":"5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb","feed":{"id":1},"mapping":{"kind":"report","action":"purchase","countedBy":"orders","dateOrder":"year first","decimal":".","decimals":[null,null,null,null,null,null,null,null,null,null,null,null,null,null],"steps":[],"columns":[{"role":"day"},{"role":"level","level":"campaign","part":"id"},{"role":"level","level":"campaign","part":"name"},{"role":"level","level":"group","part":"id"},{"role":"level","level":"group","part":"name"},{"role":"level","level":"ad","part":"id"},{"role":"level","level":"ad","part":"name"},{"role":"measure","measure":"impressions"},{"role":"measure","measure":"clicks"},{"role":"measure","measure":"spend"},{"role":"outcome","action":"purchase","part":"count","basis":"click"},{"role":"outcome","action":"purchase","part":"value","basis":"click"},{"role":"ignore"},{"role":"measure","measure":"running"}]},"covers":null,"headers":["Day","Campaign ID","Campaign","Ad group ID","Ad group","Ad ID","Ad","Impressions","Clicks","Spend","Purchases","Purchase value","Purchases by sale date","Ad status"]}','imported',4,'{"rows":4,"merged":0,"badRows":0,"problems":[],"limits":0,"longRows":0,"repeatedHeaders":0,"leftOut":[],"ratios":[],"fileTotals":[],"days":{"from":20736,"to":20736},"hours":null,"members":4,"totals":[{"term":"impressions","figure":{"kind":"value","value":4100},"unit":"count"},{"term":"clicks","figure":{"kind":"value","value":90},"unit":"count"},{"term":"spend","figure":{"kind":"value","value":372},"unit":"money"},{"term":"purchase.count.claims.click","figure":{"kind":"value","value":4},"unit":"count"},{"term":"purchase.value.claims.click","figure":{"kind":"value","value":102},"unit":"money"}],"joined":null,"replaces":4,"absent":[],"absentCount":0}',3,NULL,'2026-11-26T20:33:12.180Z');
INSERT INTO job VALUES('6daa2c62-4fd3-4160-b9f7-2f7c953474c1','before-words','import','done','{"file":"03c55c82117a02596ac4e6cc60af6798d4cd9273f3c38c4005ddd698a29b6f3a","fileName":"Hours.csv","layout":{"format":"separated","encoding":"utf-8","delimiter":",","sheet":"","titleLines":0},"account":"5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb","feed":{"name":"Hours"},"mapping":{"kind":"report","action":"purchase","countedBy":"orders","dateOrder":"year first","decimal":".","decimals":[],"steps":[],"columns":[{"role":"day"},{"role":"hour"},{"role":"level","level":"campaign","part":"id"},{"role":"level","level":"campaign","part":"name"},{"role":"dimension","dimension":"device"},{"role":"measure","measure":"impressions"},{"role":"measure","measure":"clicks"},{"role":"measure","measure":"spend"}]},"covers":null,"headers":["Day","Hour","Campaign ID","Campaign","Device","Impressions","Clicks","Spend"]}','imported',40,'{"rows":40,"merged":0,"badRows":0,"problems":[],"limits":0,"longRows":0,"repeatedHeaders":0,"leftOut":[],"ratios":[],"fileTotals":[],"days":{"from":20727,"to":20736},"hours":null,"members":1,"totals":[{"term":"impressions","figure":{"kind":"value","value":20000},"unit":"count"},{"term":"clicks","figure":{"kind":"value","value":400},"unit":"count"},{"term":"spend","figure":{"kind":"value","value":140},"unit":"money"}],"joined":null,"replaces":0,"absent":[],"absentCount":0}',4,NULL,'2026-11-26T20:33:12.298Z');
INSERT INTO job VALUES('d897b233-441d-4660-99e8-eb41d98f5d66','before-words','import','done','{"file":"f0a40a880255e8388dcff976024672d9d9b4c5d41bd514fb9d094ac095c66604","fileName":"Reach.csv","layout":{"format":"separated","encoding":"utf-8","delimiter":",","sheet":"","titleLines":0},"account":"5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb","feed":{"name":"Reach"},"mapping":{"kind":"report","action":"purchase","countedBy":"orders","dateOrder":"year first","decimal":".","decimals":[],"steps":[],"columns":[{"role":"day"},{"role":"level","level":"campaign","part":"id"},{"role":"level","level":"campaign","part":"name"},{"role":"measure","measure":"impressions"},{"role":"measure","measure":"people reached"},{"role":"measure","measure":"people who clicked"},{"role":"outcome","action":"purchase","part":"people","basis":"click"}]},"covers":null,"headers":["Day","Campaign ID","Campaign","Impressions","People reached","People who clicked","Purchases people"]}','imported',10,'{"rows":10,"merged":0,"badRows":0,"problems":[],"limits":1,"longRows":0,"repeatedHeaders":0,"leftOut":[],"ratios":[],"fileTotals":[],"days":{"from":20727,"to":20736},"hours":null,"members":1,"totals":[{"term":"impressions","figure":{"kind":"value","value":20000},"unit":"count"}],"joined":null,"replaces":0,"absent":[],"absentCount":0}',5,NULL,'2026-11-26T20:33:12.399Z');
INSERT INTO job VALUES('b7337079-176d-410b-a450-ebfaeff10ed6','before-words','import','done','{"file":"ee2d5a89f51e7f9a9e043855103705f53c155c3e5eb53f35535a537fb74c6fa0","fileName":"Settings.csv","layout":{"format":"separated","encoding":"utf-8","delimiter":",","sheet":"","titleLines":0},"account":"5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb","feed":{"name":"Settings"},"mapping":{"kind":"report","action":"purchase","countedBy":"orders","dateOrder":"year first","decimal":".","decimals":[],"steps":[],"columns":[{"role":"day"},{"role":"level","level":"campaign","part":"id"},{"role":"level","level":"campaign","part":"name"},{"role":"measure","measure":"impressions"},{"role":"measure","measure":"daily budget"},{"role":"ignore"}]},"covers":null,"headers":["Day","Campaign ID","Campaign","Impressions","Daily budget","Impression share lost to budget"]}','imported',10,'{"rows":10,"merged":0,"badRows":0,"problems":[],"limits":0,"longRows":0,"repeatedHeaders":0,"leftOut":[],"ratios":[],"fileTotals":[],"days":{"from":20727,"to":20736},"hours":null,"members":1,"totals":[{"term":"impressions","figure":{"kind":"value","value":20000},"unit":"count"}],"joined":null,"replaces":0,"absent":[],"absentCount":0}',6,NULL,'2026-11-26T20:33:12.498Z');
INSERT INTO job VALUES('668dd2b3-5319-4714-bc1a-ee3dc42ba886','before-words','import','done','{"file":"8e1e0800be0bc7dc218cc243b7d99067d3b0b281b9fc035720ff3a02801a23ab","fileName":"Orders.csv","layout":{"format":"separated","encoding":"utf-8","delimiter":",","sheet":"","titleLines":0},"account":"5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb","feed":{"name":"Orders"},"mapping":{"kind":"orders","action":"purchase","countedBy":"orders","dateOrder":"year first","decimal":".","decimals":[],"steps":[],"columns":[{"role":"order id"},{"role":"sale time"},{"role":"click time"},{"role":"order value"},{"role":"tag","level":"campaign"}]},"covers":null,"headers":["Order ID","Order time","Clicked at","Order value","Campaign tag"]}','imported',10,'{"rows":10,"merged":0,"badRows":0,"problems":[],"limits":0,"longRows":0,"repeatedHeaders":0,"leftOut":[],"ratios":[],"fileTotals":[],"days":{"from":20727,"to":20736},"hours":null,"members":0,"totals":[{"term":"value","figure":{"kind":"value","value":255},"unit":"money"}],"joined":{"before":{"rows":10,"count":10,"value":255},"matched":[{"rows":0,"count":0,"value":0},{"rows":7,"count":7,"value":177}],"several":{"rows":0,"count":0,"value":0},"none":{"rows":3,"count":3,"value":78},"loose":[{"tags":{"campaign":null,"ad":null,"keyword":null,"link":null},"fits":0,"rows":3,"count":3,"value":78}],"looseCount":1},"replaces":0,"absent":[],"absentCount":0}',7,NULL,'2026-11-26T20:33:12.571Z');
INSERT INTO job VALUES('5507de08-6861-4ffb-82e4-fd0a65ab1c0d','before-words','import','done','{"file":"59656ef4b5dcfc374cbc97dc7ce1b960dbc26e8e875c26890f8f5d642a5411f8","fileName":"Calls.csv","layout":{"format":"separated","encoding":"utf-8","delimiter":",","sheet":"","titleLines":0},"account":"5c02e0e3-c289-4fe9-a5da-3bb9a2cd8deb","feed":{"name":"Calls"},"mapping":{"kind":"orders","action":"lead","countedBy":"site","dateOrder":"year first","decimal":".","decimals":[],"steps":[],"columns":[{"role":"sale time"},{"role":"tag","level":"campaign"},{"role":"order count"},{"role":"order value"}]},"covers":null,"headers":["Day","Code","Conversions","Revenue"]}','imported',2,'{"rows":2,"merged":1,"badRows":0,"problems":[],"limits":0,"longRows":0,"repeatedHeaders":0,"leftOut":[],"ratios":[],"fileTotals":[],"days":{"from":20729,"to":20730},"hours":null,"members":0,"totals":[{"term":"value","figure":{"kind":"value","value":94},"unit":"money"}],"joined":{"before":{"rows":2,"count":7,"value":94},"matched":[{"rows":0,"count":0,"value":0},{"rows":1,"count":5,"value":85}],"several":{"rows":0,"count":0,"value":0},"none":{"rows":1,"count":2,"value":9},"loose":[{"tags":{"campaign":"nobody","ad":null,"keyword":null,"link":null},"fits":0,"rows":1,"count":2,"value":9}],"looseCount":1},"replaces":0,"absent":[],"absentCount":0}',8,NULL,'2026-11-26T20:33:12.646Z');
CREATE TABLE move (
  id TEXT PRIMARY KEY,
  client_id TEXT NOT NULL REFERENCES client (id),
  -- Member, field and old value: the same proposal is the same move.
  subject TEXT NOT NULL,
  decision TEXT NOT NULL CHECK (decision IN ('accepted', 'dismissed')),
  reason TEXT NOT NULL,
  decided_at TEXT NOT NULL,
  decided_on INTEGER NOT NULL,
  document TEXT NOT NULL,
  UNIQUE (client_id, subject)
) STRICT;
CREATE TABLE connection (
  id TEXT PRIMARY KEY,
  account_id TEXT NOT NULL REFERENCES account (id),
  -- The channel and account as the service names them.
  service_channel TEXT NOT NULL,
  service_account TEXT NOT NULL,
  -- Sealed with a key that is not in this folder.
  token BLOB NOT NULL,
  schedule TEXT NOT NULL,
  last_at TEXT,
  UNIQUE (account_id, service_channel, service_account)
) STRICT;
CREATE TABLE connected_report (
  connection_id TEXT NOT NULL REFERENCES connection (id) ON DELETE CASCADE,
  report TEXT NOT NULL,
  name TEXT NOT NULL,
  -- Fields asked for beside those that are always sent, as a JSON list.
  fields TEXT NOT NULL,
  from_day INTEGER NOT NULL,
  -- Columns as last accepted, as a JSON list; NULL before the first fetch.
  columns TEXT,
  fetched_from INTEGER,
  fetched_to INTEGER,
  state TEXT NOT NULL,
  rows INTEGER NOT NULL DEFAULT 0,
  error TEXT NOT NULL DEFAULT '',
  changed TEXT,
  PRIMARY KEY (connection_id, report)
) STRICT;
CREATE TABLE IF NOT EXISTS "promise" (
  id INTEGER PRIMARY KEY,
  client_id TEXT NOT NULL REFERENCES client (id),
  kind TEXT NOT NULL CHECK (kind IN ('target', 'margin', 'budget', 'rate')),
  from_day INTEGER NOT NULL,
  to_day INTEGER NOT NULL CHECK (to_day >= from_day),
  value REAL NOT NULL CHECK (value > 0),
  metric TEXT,
  counted_by TEXT,
  basis TEXT,
  -- For a rate: what one unit of this currency is worth in the client's.
  currency TEXT
, orders_meant TEXT CHECK (orders_meant IN ('matched', 'all'))) STRICT;
CREATE TABLE client_rules (
  client_id TEXT NOT NULL REFERENCES client (id),
  kind TEXT NOT NULL CHECK (kind IN ('naming', 'sources', 'joins')),
  document TEXT NOT NULL,
  PRIMARY KEY (client_id, kind)
) STRICT;
CREATE INDEX promise_client ON promise (client_id);
COMMIT;
PRAGMA user_version = 14;
