-- What a shop asks for with a return: its order, and the day it was bought.
ALTER TABLE pair ADD COLUMN order_number TEXT NOT NULL DEFAULT '';
ALTER TABLE pair ADD COLUMN bought_on TEXT;
-- What was drawn or issued for a model or an edition that was merged away is found from where it leads.
CREATE INDEX model_merged ON model (merged_into) WHERE merged_into IS NOT NULL;
