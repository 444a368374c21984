package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.OnPostgres;
import java.sql.Connection;
import java.sql.SQLException;
import javax.sql.DataSource;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

@OnPostgres
class PagesOnPostgresTest extends PagesTest {
  @Autowired private DataSource source;

  @Test
  void runsOnPostgres() throws SQLException {
    try (Connection connection = source.getConnection()) {
      assertThat(connection.getMetaData().getDatabaseProductName()).isEqualTo("PostgreSQL");
    }
  }
}
