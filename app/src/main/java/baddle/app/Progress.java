package baddle.app;

/** Is told how far long work has got. May be called by several threads. */
public interface Progress {

  /** Work that may take long. */
  enum Work {
    /** Files are compared with what was read of them before. */
    COMPARING("comparing", "files"),
    /** Files are read. */
    READING("reading", "files"),
    /** Lines of databases are fetched. */
    FETCHING("fetching", "lines"),
    /** Stored rows are gone over. */
    GOING_OVER("going over", "rows");

    private final String words;
    private final String items;

    Work(String words, String items) {
      this.words = words;
      this.items = items;
    }

    /** What a person calls it. */
    public String words() {
      return words;
    }

    /** What is counted. */
    public String items() {
      return items;
    }
  }

  /** Says nothing. */
  Progress SILENT =
      new Progress() {
        @Override
        public void begin(Work work, long items, long bytes) {}

        @Override
        public void step(Work work, long items, long bytes, long rows) {}

        @Override
        public void end(Work work) {}
      };

  /** Work begins on so many items, of so many bytes or 0 where these don't matter. */
  void begin(Work work, long items, long bytes);

  /** So many more items, bytes and rows are done. */
  void step(Work work, long items, long bytes, long rows);

  /** The work is over, well or not. */
  void end(Work work);
}
