"""A water that lives: parasites, bacteria, a filter and fish one by one, hour by hour, by a seed; to practise on and to compare ways of going on."""
