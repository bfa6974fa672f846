-- What a shop asks for with a return: its order, and the day it was bought.
ALTER TABLE pair ADD COLUMN order_number TEXT NOT NULL DEFAULT '';
ALTER TABLE pair ADD COLUMN bought_on TEXT;
