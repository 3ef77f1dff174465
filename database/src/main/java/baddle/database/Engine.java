package baddle.database;

import java.util.Properties;

/** What databases do differently. */
enum Engine {
  /** PostgreSQL. */
  POSTGRESQL("jdbc:postgresql:") {
    @Override
    void settings(Access access, Properties settings) {
      settings.setProperty("ApplicationName", "baddle");
      settings.setProperty("stringtype", "unspecified");
      settings.setProperty("loginTimeout", String.valueOf(access.connectSeconds()));
      settings.setProperty("connectTimeout", String.valueOf(access.connectSeconds()));
      settings.setProperty("socketTimeout", String.valueOf(access.querySeconds() + 30));
      settings.setProperty("tcpKeepAlive", "true");
      settings.setProperty("defaultRowFetchSize", "64");
      settings.setProperty("adaptiveFetch", "true");
      settings.setProperty("adaptiveFetchMaximum", "8192");
      settings.setProperty("maxResultBuffer", "48M");
    }

    @Override
    String questionMark() {
      return "??";
    }
  },
  /** SQLite. */
  SQLITE("jdbc:sqlite:"),
  /** Any other with a driver. */
  OTHER("jdbc:");

  private final String prefix;

  Engine(String prefix) {
    this.prefix = prefix;
  }

  static Engine of(String url) {
    for (Engine engine : values()) {
      if (url.startsWith(engine.prefix)) {
        return engine;
      }
    }
    return OTHER;
  }

  /** What a driver is told when it connects. */
  void settings(Access access, Properties settings) {}

  /** A question mark that is no place for a value. */
  String questionMark() {
    return "?";
  }
}
