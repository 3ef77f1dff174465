package baddle.store.entry;

import baddle.core.check.SampledHashes;

/**
 * Some of the rows of a file.
 *
 * @param path its path
 * @param dataset the dataset its rows are in
 * @param hashes the sample
 */
public record StoredSample(String path, String dataset, SampledHashes hashes) {}
