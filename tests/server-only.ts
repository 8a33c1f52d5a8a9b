// Stands in for the marker package that only a server bundle may import.
export {};
